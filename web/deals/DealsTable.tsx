import { useMemo, type ReactNode } from 'react';
import type { Deal } from '#contract/schemas/deal';
import { formatExact } from '#core/money/format';
import { parseDay } from '#core/period/day';
import { shortDay } from '#core/period/words';
import { DataTable, type Column } from '../ui/DataTable';

interface DealsTableProps {
  deals: readonly Deal[];
  reporting: string;
  /** Id of the opened deal. */
  chosen: string | null;
  onOpen(deal: Deal): void;
  onNearEnd(): void;
  footer: ReactNode;
}

export function DealsTable({ deals, reporting, chosen, onOpen, onNearEnd, footer }: DealsTableProps) {
  const columns = useMemo(() => buildColumns(reporting), [reporting]);
  return <DataTable label="Deals, newest first" columns={columns} rows={deals} keyOf={(deal) => deal.id} onOpen={onOpen} isChosen={(deal) => String(deal.id) === chosen} onNearEnd={onNearEnd} footer={footer} />;
}

function buildColumns(reporting: string): Column<Deal>[] {
  const soft = (text: string | null) => <span className="text-soft">{text ?? '–'}</span>;
  return [
    { key: 'day', heading: 'Day', width: '92px', cell: (deal) => <span>{shortDay(parseDay(deal.day)!, true)}</span> },
    { key: 'status', heading: 'Status', width: '104px', cell: (deal) => <StatusWord deal={deal} /> },
    { key: 'salesperson', heading: 'Salesperson', width: 'minmax(110px,1fr)', cell: (deal) => <>{deal.salespersonName}{deal.credit && <span className="ml-1 text-[11px] text-soft" title={deal.credit.map((each) => `${each.salesperson} ${each.percent}%`).join(', ')}>split</span>}</> },
    { key: 'customer', heading: 'Customer', width: 'minmax(130px,1.2fr)', cell: (deal) => deal.customer },
    { key: 'product', heading: 'Product', width: 'minmax(110px,1fr)', cell: (deal) => soft(deal.product) },
    { key: 'source', heading: 'Source', width: 'minmax(80px,0.7fr)', cell: (deal) => soft(deal.source) },
    { key: 'deal', heading: 'Id', width: '104px', cell: (deal) => soft(deal.deal) },
    {
      key: 'amount', heading: `Amount, ${reporting}`, width: '128px', align: 'right',
      cell: (deal) => <span className={deal.status === 'won' ? 'font-semibold' : 'text-soft'} title={deal.currency === reporting ? undefined : `${deal.amount} ${deal.currency}, converted at the rate of the day`}>{deal.currency !== reporting && <span className="mr-1 text-[11px] font-normal text-soft">{deal.currency}</span>}{formatExact(deal.credited, { kind: 'money', currency: reporting })}</span>,
    },
  ];
}

/** Open deals say what they are: expected, never booked. */
function StatusWord({ deal }: { deal: Deal }) {
  if (deal.voidedAt) return <span className="text-soft line-through" title={deal.voidReason ?? undefined}>{deal.status}</span>;
  if (deal.status === 'won') return <span>{deal.credited < 0 ? 'refund' : 'won'}</span>;
  if (deal.status === 'lost') return <span className="text-soft">lost</span>;
  return <span className="text-soft">open{deal.probability !== null && ` ${Math.round(deal.probability * 100)}%`}</span>;
}

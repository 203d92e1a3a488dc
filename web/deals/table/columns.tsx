import type { ReactNode } from 'react';
import type { CustomField } from '#contract/schemas/customField';
import type { Deal, DealSort } from '#contract/schemas/deal';
import { toCustomText } from '#core/customField/field';
import { parseAmount, toDecimal } from '#core/money/amount';
import { parseDay } from '#core/period/day';
import { formatExact } from '#wording/numbers/format';
import { shortDay } from '#wording/period';
import { showCustomValue } from '../../app/customFields/texts';
import { Moment } from '../../app/Moment';

/** A column of the table of deals: what it shows, what is copied of it, and how it is sorted. */
export interface DealColumn {
  key: string;
  name: string;
  width: number;
  align?: 'right';
  sort?: DealSort;
  cell(deal: Deal): React.ReactNode;
  /** As a spreadsheet reads it: ISO days, decimals with a point. */
  text(deal: Deal): string;
}

export const FIRST_COLUMNS = [
  'day',
  'status',
  'salesperson',
  'customer',
  'product',
  'source',
  'deal',
  'credited',
];

const soft = (text: ReactNode) => <span className="text-soft">{text ?? '–'}</span>;
const dayText = (day: string | null) => (day === null ? null : shortDay(parseDay(day)!, true));

/** Every column there is, in the order in which they are offered. */
export function buildColumns(reporting: string, custom: readonly CustomField[]): DealColumn[] {
  const money = (minor: number) => formatExact(minor, { kind: 'money', currency: reporting });
  const named = (
    key: 'product' | 'category' | 'source' | 'stage' | 'location',
    name: string,
    width: number,
  ): DealColumn => ({
    key,
    name,
    width,
    sort: key,
    cell: (deal) => soft(deal[key]),
    text: (deal) => deal[key] ?? '',
  });
  return [
    {
      key: 'day',
      name: 'Day',
      width: 96,
      sort: 'day',
      cell: (deal) => dayText(deal.day),
      text: (deal) => deal.day,
    },
    {
      key: 'status',
      name: 'Status',
      width: 84,
      sort: 'status',
      cell: (deal) => <StatusWord deal={deal} />,
      text: (deal) => deal.status,
    },
    {
      key: 'salesperson',
      name: 'Salesperson',
      width: 138,
      sort: 'salesperson',
      cell: (deal) => <Owner deal={deal} />,
      text: (deal) => deal.salespersonName,
    },
    {
      key: 'customer',
      name: 'Customer',
      width: 154,
      sort: 'customer',
      cell: (deal) => deal.customer,
      text: (deal) => deal.customer,
    },
    named('product', 'Product', 126),
    named('category', 'Category', 120),
    named('source', 'Source', 100),
    named('stage', 'Stage', 110),
    {
      key: 'probability',
      name: 'Probability',
      width: 92,
      align: 'right',
      sort: 'probability',
      cell: (deal) =>
        soft(deal.probability === null ? null : `${Math.round(deal.probability * 1000) / 10}%`),
      text: (deal) => String(deal.probability ?? ''),
    },
    named('location', 'Location', 120),
    {
      key: 'deal',
      name: 'Deal number',
      width: 104,
      sort: 'deal',
      cell: (deal) => soft(deal.deal),
      text: (deal) => deal.deal,
    },
    {
      key: 'credited',
      name: `Amount, ${reporting}`,
      width: 164,
      align: 'right',
      sort: 'credited',
      cell: (deal) => <Amount deal={deal} text={money(deal.credited)} reporting={reporting} />,
      text: (deal) => toDecimal(deal.credited, reporting),
    },
    {
      key: 'own',
      name: 'Amount as booked',
      width: 128,
      align: 'right',
      cell: (deal) => soft(`${deal.amount} ${deal.currency}`),
      text: (deal) => `${deal.amount} ${deal.currency}`,
    },
    {
      key: 'quantity',
      name: 'Quantity',
      width: 84,
      align: 'right',
      sort: 'quantity',
      cell: (deal) => soft(deal.quantity === null ? null : String(deal.quantity)),
      text: (deal) => String(deal.quantity ?? ''),
    },
    {
      key: 'cost',
      name: 'Cost',
      width: 104,
      align: 'right',
      sort: 'cost',
      cell: (deal) => soft(deal.cost),
      text: (deal) => deal.cost ?? '',
    },
    {
      key: 'commission',
      name: 'Commission',
      width: 104,
      align: 'right',
      cell: (deal) => soft(deal.commission === null ? null : money(deal.commission)),
      text: (deal) => (deal.commission === null ? '' : toDecimal(deal.commission, reporting)),
    },
    {
      key: 'openedOn',
      name: 'Opened',
      width: 96,
      cell: (deal) => soft(dayText(deal.openedOn)),
      text: (deal) => deal.openedOn ?? '',
    },
    {
      key: 'lostReason',
      name: 'Lost reason',
      width: 120,
      cell: (deal) => soft(deal.lostReason),
      text: (deal) => deal.lostReason ?? '',
    },
    {
      key: 'refundOf',
      name: 'Refund of',
      width: 104,
      cell: (deal) => soft(deal.refundOf),
      text: (deal) => deal.refundOf ?? '',
    },
    {
      key: 'notes',
      name: 'Note',
      width: 180,
      cell: (deal) => soft(deal.notes),
      text: (deal) => (deal.notes ?? '').replace(/\s+/g, ' '),
    },
    {
      key: 'changedAt',
      name: 'Changed',
      width: 138,
      sort: 'changedAt',
      cell: (deal) => soft(<Moment at={deal.changedAt} />),
      text: (deal) => deal.changedAt,
    },
    ...custom.map((field): DealColumn => ({
      key: `custom.${field.code}`,
      name: field.kind === 'money' ? `${field.name}, ${reporting}` : field.name,
      width: 116,
      ...(field.kind === 'money' || field.kind === 'number' ? { align: 'right' as const } : {}),
      cell: (deal) => soft(showCustomValue(field, deal.customFields)),
      text: (deal) => toCustomText(deal.customFields[field.code]),
    })),
  ];
}

function Owner({ deal }: { deal: Deal }) {
  return (
    <>
      {deal.salespersonName}
      {deal.credit && (
        <span
          className="ml-1 text-[11px] text-soft"
          title={deal.credit.map((each) => `${each.salesperson} ${each.percent}%`).join(', ')}
        >
          split
        </span>
      )}
    </>
  );
}

/** The amount in the currency it was booked in. */
export function inOwnMoney({ amount, currency }: Deal): string {
  const parsed = parseAmount(amount, currency);
  return parsed.ok
    ? formatExact(parsed.minor, { kind: 'money', currency })
    : `${amount} ${currency}`;
}

function Amount({ deal, text, reporting }: { deal: Deal; text: string; reporting: string }) {
  const isForeign = deal.currency !== reporting;
  return (
    <span
      className={deal.status === 'won' ? 'font-semibold' : 'text-soft'}
      title={
        isForeign ? `${deal.amount} ${deal.currency}, converted at the rate of the day` : undefined
      }
    >
      {isForeign && (
        <span className="mr-1.5 text-[11px] font-normal text-soft">{inOwnMoney(deal)}</span>
      )}
      {text}
    </span>
  );
}

/** Open deals say what they are: expected, never booked. */
export function StatusWord({ deal }: { deal: Deal }) {
  if (deal.voidedAt)
    return (
      <span className="text-soft line-through" title={deal.voidReason ?? undefined}>
        {deal.status}
      </span>
    );
  if (deal.status === 'won') return <span>{deal.credited < 0 ? 'refund' : 'won'}</span>;
  if (deal.status === 'lost') return <span className="text-soft">lost</span>;
  return (
    <span className="text-soft">
      open{deal.probability !== null && ` ${Math.round(deal.probability * 100)}%`}
    </span>
  );
}

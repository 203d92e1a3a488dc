import type { DealGroup, DealGrouping, DealGroups } from '#contract/schemas/deal';
import { formatCount, formatExact } from '#wording/numbers/format';
import { type Column, DataTable } from '../../ui/DataTable';

export const GROUP_NAMES: Readonly<Record<DealGrouping, string>> = {
  salesperson: 'Salesperson',
  customer: 'Customer',
  product: 'Product',
  category: 'Category',
  source: 'Source',
  stage: 'Stage',
  location: 'Location',
  lostReason: 'Lost reason',
  status: 'Status',
  month: 'Month',
};

/**
 * Deals put together by what they have in common; a group opens to its deals. Others and total
 * close the list (GUARDS 16).
 */
export function GroupsTable({
  data,
  by,
  reporting,
  onOpen,
}: {
  data: DealGroups;
  by: DealGrouping;
  reporting: string;
  onOpen(group: DealGroup): void;
}) {
  const money = (minor: number | null) =>
    minor === null ? '–' : formatExact(minor, { kind: 'money', currency: reporting });
  const columns: Column<DealGroup>[] = [
    {
      key: 'name',
      heading: GROUP_NAMES[by],
      width: 'minmax(160px,1.4fr)',
      cell: (group) => (
        <span className={group.key === null ? 'text-soft' : 'font-medium'}>{group.name}</span>
      ),
    },
    {
      key: 'count',
      heading: 'Deals',
      width: '90px',
      align: 'right',
      cell: (group) => formatCount(group.count),
    },
    {
      key: 'won',
      heading: 'Won',
      width: '80px',
      align: 'right',
      cell: (group) => formatCount(group.won.count),
    },
    {
      key: 'wonSum',
      heading: `Won, ${reporting}`,
      width: '140px',
      align: 'right',
      cell: (group) => <span className="font-semibold">{money(group.won.credited)}</span>,
    },
    {
      key: 'average',
      heading: 'Average won',
      width: '120px',
      align: 'right',
      cell: (group) => <span className="text-soft">{money(group.won.average)}</span>,
    },
    {
      key: 'open',
      heading: `Open, ${reporting}`,
      width: '140px',
      align: 'right',
      cell: (group) => (
        <span className="text-soft">
          {group.open.count === 0
            ? '–'
            : `${formatCount(group.open.count)} · ${money(group.open.credited)}`}
        </span>
      ),
    },
  ];
  return (
    <DataTable
      label={`Deals by ${GROUP_NAMES[by].toLowerCase()}`}
      columns={columns}
      rows={data.groups}
      keyOf={(group) => group.key ?? group.name}
      onOpen={onOpen}
      footer={
        data.remainder && (
          <>
            All others ({formatCount(data.remainder.groups)}): {formatCount(data.remainder.count)}{' '}
            deals, won {money(data.remainder.won.credited)}, open{' '}
            {money(data.remainder.open.credited)}.
          </>
        )
      }
    />
  );
}

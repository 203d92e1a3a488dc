import type { PlanDifference } from '#contract/schemas/plan';
import { changeOf } from '#core/comparison/change';
import { formatColumn, formatCount, withSign } from '#wording/numbers/format';
import { useGetCompanyQuery, useListMeasuresQuery } from '../../app/api';
import { DataTable } from '../../ui/DataTable';

/** Cells that two plans have differently, side by side. */
export function DifferenceTable({
  difference,
  height,
}: {
  difference: PlanDifference;
  height: number;
}) {
  const { data: company } = useGetCompanyQuery();
  const { data } = useListMeasuresQuery();
  const measureOf = (code: string) => data?.measures.find((each) => each.code === code);
  const { rows, count, against } = difference;
  const show = (row: (typeof rows)[number], value: number | null) => {
    const measure = measureOf(row.measure);
    return value === null
      ? 'none'
      : formatColumn(
          value,
          !measure || measure.valueKind === 'money'
            ? { kind: 'money', currency: company?.currency ?? 'EUR' }
            : { kind: measure.valueKind, decimals: measure.decimals },
        );
  };
  const showDifference = (row: (typeof rows)[number]) => {
    const { difference: change } = changeOf(row.value ?? 0, row.otherValue ?? 0);
    return change === 0 ? '' : withSign(change, show(row, change));
  };
  if (count === 0)
    return (
      <p className="text-soft">
        Nothing differs from {against ? `“${against.name}”` : 'what is published'}.
      </p>
    );
  return (
    <div>
      <p className="pb-1.5">
        {formatCount(count)} {count === 1 ? 'target differs' : 'targets differ'} from{' '}
        {against ? `“${against.name}” (${against.status})` : 'no published plan yet'}.
      </p>
      <div
        className="flex min-h-0 flex-col overflow-hidden rounded-sheet border border-line"
        style={{ height }}
      >
        <DataTable
          label="Targets that differ"
          rows={rows}
          keyOf={(row) => `${row.unit.id} ${row.sliceName ?? ''} ${row.period} ${row.measure}`}
          footer={
            count > rows.length
              ? `The first ${formatCount(rows.length)} of ${formatCount(count)}.`
              : undefined
          }
          columns={[
            {
              key: 'unit',
              heading: 'Who',
              width: 'minmax(130px,1fr)',
              cell: (row) => [row.unit.name, row.sliceName].filter(Boolean).join(', '),
            },
            { key: 'period', heading: 'When', width: '150px', cell: (row) => row.periodName },
            {
              key: 'measure',
              heading: 'Measure',
              width: '90px',
              cell: (row) => measureOf(row.measure)?.name ?? row.measure,
            },
            {
              key: 'theirs',
              heading: against?.name ?? 'Published',
              width: '100px',
              align: 'right',
              cell: (row) => <span className="text-soft">{show(row, row.otherValue)}</span>,
            },
            {
              key: 'ours',
              heading: 'This plan',
              width: '100px',
              align: 'right',
              cell: (row) => <span className="font-semibold">{show(row, row.value)}</span>,
            },
            {
              key: 'difference',
              heading: 'Change',
              width: '100px',
              align: 'right',
              cell: showDifference,
            },
          ]}
        />
      </div>
    </div>
  );
}

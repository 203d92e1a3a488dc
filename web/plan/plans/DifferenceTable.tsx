import type { PlanDifference } from '#contract/schemas/plan';
import { changeOf } from '#core/comparison/change';
import { EN_PLAN } from '#wording/messages/en/plan';
import { messagesOf } from '#wording/messages/translate';
import { formatColumn, formatCount, withSign } from '#wording/numbers/format';
import { useGetCompanyQuery, useListMeasuresQuery } from '../../app/api';
import { DataTable } from '../../ui/DataTable';

const t = messagesOf('plan', EN_PLAN);

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
      ? t('none')
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
        {t('nothingDiffersFrom', { isAgainst: against ? 'yes' : 'no', against: against?.name })}
      </p>
    );
  return (
    <div>
      <p className="pb-1.5">
        {t('countDiffering', {
          count: formatCount(count),
          number: count,
          isAgainst: against ? 'yes' : 'no',
          against: against?.name,
          status: against?.status,
        })}
      </p>
      <div
        className="flex min-h-0 flex-col overflow-hidden rounded-sheet border border-line"
        style={{ height }}
      >
        <DataTable
          label={t('targetsThatDiffer')}
          rows={rows}
          keyOf={(row) => `${row.unit.id} ${row.sliceName ?? ''} ${row.period} ${row.measure}`}
          footer={
            count > rows.length
              ? t('theFirstOf', { shown: formatCount(rows.length), count: formatCount(count) })
              : undefined
          }
          columns={[
            {
              key: 'unit',
              heading: t('who'),
              width: 'minmax(130px,1fr)',
              cell: (row) => [row.unit.name, row.sliceName].filter(Boolean).join(', '),
            },
            { key: 'period', heading: t('when'), width: '150px', cell: (row) => row.periodName },
            {
              key: 'measure',
              heading: t('measure'),
              width: '90px',
              cell: (row) => measureOf(row.measure)?.name ?? row.measure,
            },
            {
              key: 'theirs',
              heading: against?.name ?? t('published'),
              width: '100px',
              align: 'right',
              cell: (row) => <span className="text-soft">{show(row, row.otherValue)}</span>,
            },
            {
              key: 'ours',
              heading: t('thisPlan'),
              width: '100px',
              align: 'right',
              cell: (row) => <span className="font-semibold">{show(row, row.value)}</span>,
            },
            {
              key: 'difference',
              heading: t('change'),
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

import { changeOf } from '#core/comparison/change';
import type { FilledCell } from '#core/targets/fill/way';
import { EN_PLAN } from '#wording/messages/en/plan';
import { messagesOf } from '#wording/messages/translate';
import { formatColumn, withSign } from '#wording/numbers/format';
import { describePeriod } from '#wording/period';
import { DataTable } from '../../ui/DataTable';
import type { Workbench } from '../workbench';

const t = messagesOf('plan', EN_PLAN);

/** Every cell a fill would set: what stands there now, what would, and the difference. */
export function CellsPreview({
  bench,
  cells,
  height,
}: {
  bench: Workbench;
  cells: readonly FilledCell[];
  height: number;
}) {
  const show = (value: number | null) =>
    value === null ? t('none') : formatColumn(value, bench.figure);
  const showDifference = ({ value, before }: FilledCell) => {
    const { difference } = changeOf(value, before ?? value);
    return difference === 0 ? '' : withSign(difference, show(difference));
  };
  return (
    <div
      className="mt-3 flex min-h-0 flex-col overflow-hidden rounded-sheet border border-line"
      style={{ height }}
    >
      <DataTable
        label={t('cellsThatWouldChange')}
        rows={cells}
        keyOf={(cell) => `${cell.unitId} ${cell.period.id}`}
        columns={[
          {
            key: 'unit',
            heading: t('who'),
            width: 'minmax(120px,1fr)',
            cell: (cell) => bench.tree.find(cell.unitId)!.name,
          },
          {
            key: 'period',
            heading: t('when'),
            width: '130px',
            cell: (cell) => describePeriod(cell.period, bench.calendar),
          },
          {
            key: 'before',
            heading: t('now'),
            width: '90px',
            align: 'right',
            cell: (cell) => <span className="text-soft">{show(cell.before)}</span>,
          },
          {
            key: 'value',
            heading: t('then'),
            width: '90px',
            align: 'right',
            cell: (cell) => <span className="font-semibold">{show(cell.value)}</span>,
          },
          {
            key: 'difference',
            heading: t('change'),
            width: '90px',
            align: 'right',
            cell: (cell) => showDifference(cell),
          },
        ]}
      />
    </div>
  );
}

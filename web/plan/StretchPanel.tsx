import { changeOf } from '#core/comparison/change';
import { judgeDemand } from '#core/targets/demand';
import { formatWhole } from '#wording/numbers/format';
import { showChange, showPercent } from '#wording/numbers/percent';
import type { Selection } from '../ui/grid/selection';
import { useGetResultHistoryQuery } from './api';
import { Line } from './Line';
import { cellAt, type Sheet } from './sheet';

/**
 * How demanding the chosen cell is: against last year, the best so far, the last four, and how
 * often it was reached.
 */
export function StretchPanel({ sheet, selection }: { sheet: Sheet; selection: Selection }) {
  const { bench } = sheet;
  const column = sheet.columns[selection.column]!;
  const row = sheet.rows[selection.row]!;
  const kind = column.period.kind;
  const isLike = kind === 'month' || kind === 'quarter' || kind === 'year';
  const { currentData: past } = useGetResultHistoryQuery(
    { unit: bench.unit.code, kind: isLike ? kind : 'month', measure: bench.measure },
    { skip: !isLike },
  );
  const cell = cellAt(sheet, selection.row, selection.column);
  if (!isLike || cell.value === null) return null;
  const values = past?.rows
    .find(([id]) => id === row.unit.id)
    ?.slice(1)
    .map((value) => bench.toShown(value));
  const demand = past && judgeDemand(cell.value, values ?? [], bench.kind.direction);
  const growth = cell.priorYear === null ? null : changeOf(cell.value, cell.priorYear);
  const show = (value: number | null) =>
    value === null ? 'none' : formatWhole(value, bench.figure);
  return (
    <section aria-labelledby="stretch">
      <h2 id="stretch" className="mb-1">
        How hard is it?
      </h2>
      <dl>
        <Line name={`Same ${kind} last year`} value={show(cell.priorYear)} />
        {growth && (
          <Line
            name="Growth asked"
            value={
              growth.share === null ? (growth.isNew ? 'new' : 'n/a') : showChange(growth.share)
            }
          />
        )}
        {demand && (
          <>
            <Line name={`Best ${kind} ever`} value={show(demand.best)} />
            <Line
              name={`Average of the last ${Math.min(4, demand.periods) || ''} ${kind}s`}
              value={show(demand.lastFour)}
            />
            <Line
              name="Reached before"
              value={
                demand.share === null
                  ? 'no past to judge by'
                  : `${demand.reached} of ${demand.periods} ${kind}s, ${showPercent(demand.share)}`
              }
            />
          </>
        )}
      </dl>
    </section>
  );
}

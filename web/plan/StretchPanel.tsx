import { changeOf } from '#core/comparison/change';
import { judgeDemand } from '#core/targets/demand';
import { EN_PLAN } from '#wording/messages/en/plan';
import { messagesOf } from '#wording/messages/translate';
import { formatWhole } from '#wording/numbers/format';
import { showChange, showPercent } from '#wording/numbers/percent';
import type { Selection } from '../ui/grid/selection';
import { useGetResultHistoryQuery } from './api';
import { Line } from './Line';
import { cellAt, type Sheet } from './sheet';

const t = messagesOf('plan', EN_PLAN);

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
    value === null ? t('none') : formatWhole(value, bench.figure);
  return (
    <section aria-labelledby="stretch">
      <h2 id="stretch" className="mb-1">
        {t('howHardIsIt')}
      </h2>
      <dl>
        <Line name={t('samePriorYear', { kind })} value={show(cell.priorYear)} />
        {growth && (
          <Line
            name={t('growthAsked')}
            value={
              growth.share === null
                ? growth.isNew
                  ? t('new')
                  : t('notAvailable')
                : showChange(growth.share)
            }
          />
        )}
        {demand && (
          <>
            <Line name={t('bestOfKind', { kind })} value={show(demand.best)} />
            <Line
              name={t('averageOfLast', { count: Math.min(4, demand.periods) || '', kind })}
              value={show(demand.lastFour)}
            />
            <Line
              name={t('reachedBefore')}
              value={
                demand.share === null
                  ? t('noPastToJudgeBy')
                  : t('reachedOf', {
                      reached: demand.reached,
                      periods: demand.periods,
                      kind,
                      share: showPercent(demand.share),
                    })
              }
            />
          </>
        )}
      </dl>
    </section>
  );
}

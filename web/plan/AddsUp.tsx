import type { Period } from '#core/period/calendar';
import { allocateRest } from '#core/targets/fill/allocateRest';
import { EN_PLAN } from '#wording/messages/en/plan';
import { messagesOf } from '#wording/messages/translate';
import { formatExact } from '#wording/numbers/format';
import { showPercent } from '#wording/numbers/percent';
import { describePeriod } from '#wording/period';
import { Button } from '../ui/Button';
import { single } from '../ui/grid/selection';
import { useSay } from '../ui/Toasts';
import { linesOf } from './fill/fillForm';
import { faultWords } from './fill/fillWords';
import type { PlanGridProps } from './gridProps';
import { Line } from './Line';
import { cellAt, ownValue, type Sheet, totalOf } from './sheet';
import type { useTargetSaves } from './useTargetSaves';

const t = messagesOf('plan', EN_PLAN);

interface AddsUpProps {
  sheet: Sheet;
  saves: ReturnType<typeof useTargetSaves>;
  onSelect: PlanGridProps['onSelect'];
  onEnter: PlanGridProps['onEnter'];
}

const MOST_NAMED = 6;

/**
 * Own target against the sum below, for what is shown: where they part, who has none, and a rest
 * allocated in one step.
 */
export function AddsUp({ sheet, saves, onSelect, onEnter }: AddsUpProps) {
  const say = useSay();
  const { bench } = sheet;
  if (sheet.ownRow === 0 || bench.kind.overUnits !== 'adds') return null;
  const cell = totalOf(sheet, sheet.ownRow);
  const value = ownValue(cell);
  const show = (amount: number) => formatExact(amount, bench.figure);
  const rest = cell.unallocated;
  const parting = sheet.columns.flatMap((column, index) => {
    const own = cellAt(sheet, sheet.ownRow, index);
    return column.isSum || !own.unallocated || own.isClosed ? [] : [{ column, index, own }];
  });
  const missing = [...bench.missingBelow(bench.unit.id, sheet.total.period)];
  const mayHandOut = bench.sheet.canEdit && bench.sheet.plan !== null && parting.length > 0;
  const goTo = (unitId: number, period: Period) => {
    const row = sheet.rows.findIndex((each) => each.unit.id === unitId);
    const column = sheet.columns.findIndex((each) => each.period.id === period.id);
    if (row >= 0) onSelect(single(row, Math.max(0, column)));
  };
  const allocateToPeople = () => {
    if (!onEnter()) return;
    const result = allocateRest(
      parting.map(({ column, own }) => ({ period: column.period, own: ownValue(own)! })),
      linesOf(sheet, 'people', single(0, 0)).map((line) => line.unit.id),
      bench.oneUnit,
      bench.toFillSource(),
    );
    if (!result.ok) return say(faultWords(result, show), { kind: 'fault' });
    void saves.set(
      result.cells.map((each) => bench.toChange(each.unitId, each.period, each.value)),
      t('theAllocation'),
    );
  };
  return (
    <section aria-labelledby="adds-up">
      <h2 id="adds-up" className="mb-1">
        {t('doesItAddUp')}
      </h2>
      <dl>
        <Line
          name={t('targetOf', { unit: bench.unit.name })}
          value={value === null ? t('notSet') : show(value)}
        />
        <Line
          name={t('sumOfThoseBelow')}
          value={cell.allocated === null ? t('none') : show(cell.allocated)}
        />
        {rest !== null && rest !== 0 && (
          <Line
            name={t(rest > 0 ? 'unallocatedLine' : 'overAssignedLine')}
            value={
              cell.overAssignedShare === null
                ? show(Math.abs(rest))
                : t('overBy', {
                    amount: show(Math.abs(rest)),
                    share: showPercent(cell.overAssignedShare),
                  })
            }
            isFault
          />
        )}
        {rest === 0 && <Line name={t('difference')} value={t('none')} />}
      </dl>
      {parting.length > 0 && (
        <ul className="mt-1.5 text-[12px] text-soft">
          {parting.slice(0, MOST_NAMED).map(({ column, index, own }) => (
            <li key={column.period.id}>
              <button
                type="button"
                className="text-left underline decoration-dotted underline-offset-2 hover:text-ink"
                onClick={() => onSelect(single(sheet.ownRow, index))}
              >
                {column.fullName}: {show(Math.abs(own.unallocated!))}{' '}
                {own.unallocated! > 0 ? t('unallocated') : t('overAssigned')}
              </button>
            </li>
          ))}
          {parting.length > MOST_NAMED && (
            <li>{t('andMore', { count: parting.length - MOST_NAMED })}</li>
          )}
        </ul>
      )}
      {mayHandOut && (
        <Button className="mt-2" title={t('toEveryoneBelowByTheir')} onClick={allocateToPeople}>
          {rest !== null && rest < 0
            ? t('takeBack', { amount: show(-rest) })
            : rest
              ? t('allocate', { rest: show(rest) })
              : t('makeThemAddUp')}
        </Button>
      )}
      {missing.length > 0 && (
        <div className="mt-2.5 text-[12px]">
          {bench.sheet.slices ? (
            <p className="text-soft">{t('noTargetEverywhereThatIs', { count: missing.length })}</p>
          ) : (
            <p className="text-grade-1">
              {t('belowNoTargetSomewhereThe', { count: missing.length })}
            </p>
          )}
          <ul>
            {missing.slice(0, MOST_NAMED).map(([unitId, periods]) => (
              <li key={unitId}>
                <button
                  type="button"
                  className="min-h-[24px] text-left text-soft underline decoration-dotted underline-offset-2 hover:text-ink"
                  onClick={() => goTo(unitId, periods[0]!)}
                >
                  {bench.tree.find(unitId)!.name}:{' '}
                  {periods.length > 3
                    ? t('periods', { count: periods.length })
                    : periods.map((period) => describePeriod(period, bench.calendar)).join(', ')}
                </button>
              </li>
            ))}
            {missing.length > MOST_NAMED && (
              <li className="text-soft">{t('andMore', { count: missing.length - MOST_NAMED })}</li>
            )}
          </ul>
        </div>
      )}
    </section>
  );
}

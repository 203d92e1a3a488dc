import type { TargetChange } from '#contract/schemas/target';
import { shareOut } from '#core/money/share';
import type { Period } from '#core/period/calendar';
import { countWorkingDays } from '#core/period/workingDays';
import type { Workbench } from './workbench';

/** A week is set by its days: its amount is shared out over its working days; null clears them. */
export function toWeekChanges(
  bench: Workbench,
  unitId: number,
  week: Period,
  target: number | null,
): TargetChange[] {
  const days = Array.from({ length: week.to - week.from }, (_, i) =>
    bench.calendar.periodOf('day', week.from + i),
  ).filter(
    (day) =>
      bench.tree.isActiveDuring(unitId, day) &&
      bench.calendar.labelOf(day.from) === bench.sheet.year,
  );
  if (target === null)
    return days
      .filter((day) => bench.cellAt(unitId, day).targetSource === 'set')
      .map((day) => bench.toChange(unitId, day, null));
  const working = bench.workingDaysOf(unitId);
  const weights = days.map((day) => 2 * countWorkingDays(day, working));
  const parts = shareOut(
    target,
    weights.some((weight) => weight > 0) ? weights : days.map(() => 1),
  );
  return days.map((day, i) => bench.toChange(unitId, day, parts[i]!));
}

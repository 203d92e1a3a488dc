import { shareOut } from '../money/share';
import type { DaySpan } from '../period/day';
import { countWorkingDays, halfDaysOn, type WorkingDays } from '../period/workingDays';
import type { ResolvedTarget } from './resolvedTarget';

/**
 * Working days of the span on which the unit stood in the tree: the default weight of sharing out
 * over time.
 */
export function activeWorkingDays(
  span: DaySpan,
  active: readonly DaySpan[],
  working: WorkingDays,
): number {
  return active.reduce(
    (sum, days) =>
      sum +
      countWorkingDays(
        { from: Math.max(span.from, days.from), to: Math.min(span.to, days.to) },
        working,
      ),
    0,
  );
}

/** The same in half days: weights are shared out by whole numbers. */
export function activeHalfDays(
  span: DaySpan,
  active: readonly DaySpan[],
  working: WorkingDays,
): number {
  return 2 * activeWorkingDays(span, active, working);
}

/**
 * Shares a total out over lines of which some are locked: a locked line keeps its value and the
 * rest goes to the others by weight (docs/calculations.md, 6). When the locked lines already exceed
 * the total, the others get 0 and the excess shows as over-assigned. With no weight anywhere the
 * open lines share evenly.
 */
export function shareAroundLocked(
  total: number,
  weights: readonly number[],
  locked: readonly (number | null)[],
): number[] {
  const rest = total - locked.reduce<number>((sum, value) => sum + (value ?? 0), 0);
  const open = weights.map((weight, index) => (locked[index] === null ? weight : 0));
  const hasWeight = open.some((weight) => weight > 0);
  const usable = hasWeight ? open : locked.map((value) => (value === null ? 1 : 0));
  const exceeded = total > 0 && rest <= 0;
  if (exceeded || !usable.some((weight) => weight > 0)) return locked.map((value) => value ?? 0);
  const shared = shareOut(rest, usable);
  return locked.map((value, index) => value ?? shared[index]!);
}

/** A month's target day by day, from its first. */
export type DayShares = Record<'value' | 'floor' | 'stretch', readonly number[] | null>;

/**
 * A month's target shared out over the working days on which the unit stands in the tree, adding up
 * exactly; null where there is none.
 */
export function shareOverDays(
  found: Pick<ResolvedTarget, 'value' | 'floor' | 'stretch'>,
  month: DaySpan,
  active: readonly DaySpan[],
  working: WorkingDays,
): DayShares | null {
  const weights = Array.from({ length: month.to - month.from }, (_, i) => {
    const day = month.from + i;
    return active.some((span) => day >= span.from && day < span.to) ? halfDaysOn(day, working) : 0;
  });
  if (!weights.some((weight) => weight > 0)) return null;
  const pick = (value: number | null) => (value === null ? null : shareOut(value, weights));
  return { value: pick(found.value), floor: pick(found.floor), stretch: pick(found.stretch) };
}

import { type DaySpan, intersect } from '#core/period/day';
import type { UnitTree } from '#core/units/tree';

/** A month closed for one unit and all below it, or, without a unit, for the whole company. */
export interface ClosedMonth extends DaySpan {
  unitId: number | null;
}

/** Closures that hold for a unit on some day: the company's, its own, and those of units above it. */
export function closuresOf(
  tree: UnitTree,
  closedMonths: readonly ClosedMonth[],
  unitId: number,
): ClosedMonth[] {
  return closedMonths.filter(
    (month) =>
      month.unitId === null ||
      month.unitId === unitId ||
      tree.unitsDuring(month.unitId, month).some((unit) => unit.id === unitId),
  );
}

/**
 * A period is closed for a unit when all its days lie in months closed for it: a year of which one
 * month is closed can still be revised for the rest.
 */
export function isClosedFor(
  tree: UnitTree,
  closedMonths: readonly ClosedMonth[],
  unitId: number,
  period: DaySpan,
): boolean {
  const touching = closedMonths.filter((month) => intersect(month, period));
  if (touching.length === 0) return false;
  // A month closed for a branch and for the company as well counts once.
  const closed = new Map(
    closuresOf(tree, touching, unitId).map((month) => {
      const { from, to } = intersect(month, period)!;
      return [from, to - from];
    }),
  );
  return [...closed.values()].reduce((sum, days) => sum + days, 0) >= period.to - period.from;
}

/** Whose deals on which days a closed month holds; null: everybody's. */
export function spansClosedBy(
  tree: UnitTree,
  month: ClosedMonth,
): (DaySpan & { salespersonId: number | null })[] {
  if (month.unitId === null) return [{ from: month.from, to: month.to, salespersonId: null }];
  return tree.memberSpansUnder(month.unitId).flatMap((span) => {
    const both = intersect(span, month);
    return both ? [{ ...both, salespersonId: span.salespersonId }] : [];
  });
}

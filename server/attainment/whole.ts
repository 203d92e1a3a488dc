import type { StandingView } from '#contract/schemas/attainment';
import type { MeasureCode } from '#core/measure/measure';
import type { Period } from '#core/period/calendar';
import { intersect } from '#core/period/day';
import type { Unit } from '#core/units/unit';
import type { Scope } from '../access/index';
import type { Context } from '../context';
import { viewAsClosed } from '../ledger/corrections';
import { viewStanding } from './service';
import { viewUnassigned } from './unassigned';

/**
 * A standing with the figure as it was closed, where one of its months is; `isReader`: to the
 * salesperson it is about.
 */
export async function viewStandingWhole(
  { db, replica }: Context,
  scope: Scope,
  unit: Unit,
  period: Period,
  measure: MeasureCode,
  isReader = false,
): Promise<StandingView> {
  // Only a period that reaches into a closed month can have been corrected.
  const isClosed = replica.company!.closedMonths.some((month) => intersect(month, period));
  const view = viewStanding(scope, unit, period, measure, replica.newestDay, isReader);
  return {
    ...view,
    // The sums say how much is in no unit; only the deals say how many: a refund is one of them and
    // no deal won.
    unassigned: await viewUnassigned(db, scope.dataset, unit, period, measure),
    asClosed: isClosed
      ? await viewAsClosed(db, { ...scope, unitId: unit.id }, period, measure)
      : null,
  };
}

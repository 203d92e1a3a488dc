import type { PlanDifference } from '#contract/schemas/plan';
import { describePeriod } from '#wording/period';
import { toUnitSummary } from '../attainment/index';
import type { Context } from '../context';
import { loadKnownSlices } from '../lists/index';
import { findPublished } from './access';
import { loadDifference } from './repository';
import { labelOfYear, loadPlanSummary, periodOf, type PlanCaller } from './summary';

const SHOWN_DIFFERENCES = 5_000;

/** Cells that differ between two plans, of what the reader may see. */
export async function viewDifference(
  context: Context,
  caller: PlanCaller,
  id: number,
  against: number | undefined,
): Promise<PlanDifference> {
  const { scope } = caller;
  const plan = await loadPlanSummary(context, caller, id);
  const other = against ?? findPublished(context, labelOfYear(scope, plan.year))?.id ?? null;
  const cells = (await loadDifference(context.db, id, other)).filter((cell) =>
    scope.sees(cell.unitId),
  );
  const shown = cells.slice(0, SHOWN_DIFFERENCES);
  const known = await loadKnownSlices(
    context.db,
    shown.flatMap(({ slice }) => slice?.by ?? []),
  );
  return {
    plan,
    against: other === null ? null : await loadPlanSummary(context, caller, other),
    count: cells.length,
    rows: shown.map((cell) => ({
      unit: toUnitSummary(scope.dataset.tree.find(cell.unitId)!),
      sliceName: cell.slice && known.nameOf(cell.slice),
      period: cell.periodId,
      periodName: describePeriod(periodOf(scope, cell.periodId), scope.dataset.calendar),
      measure: cell.measure,
      otherValue: cell.theirs,
      value: cell.ours,
    })),
  };
}

import type { GradeChanges } from '#contract/schemas/plan';
import { buildStanding } from '#core/attainment/standing';
import { buildDataset, type Dataset } from '#core/dataset/dataset';
import type { MeasureCode } from '#core/measure/measure';
import type { Period } from '#core/period/calendar';
import { TargetBook } from '#core/targets/targetBook';
import { describePeriod } from '#wording/period';
import { findPeriod, toUnitSummary } from '../attainment/index';
import type { Context } from '../context';
import { findPublished } from './access';
import { loadDifference, type PlanCell } from './repository';
import { labelOfYear, loadPlanSummary, periodOf, type PlanCaller } from './summary';

export const MOST_GRADE_CHANGES = 200;

/**
 * Whose grade would be another one if a draft were published: in the running month, quarter and
 * year, and in ended months whose own targets change. Everybody at and below the draft's unit.
 * @throws ProblemError unknownPlan, unknownPeriod
 */
export async function viewGradeChanges(
  context: Context,
  caller: PlanCaller,
  id: number,
  from: string | undefined,
): Promise<GradeChanges> {
  const { scope } = caller;
  const { dataset } = scope;
  const plan = await loadPlanSummary(context, caller, id);
  const first = from === undefined ? null : findPeriod(dataset, from);
  const below = dataset.tree.unitsUnder(plan.unit.id);
  const label = labelOfYear(scope, plan.year);
  const cells = (
    await loadDifference(context.db, id, findPublished(context, label)?.id ?? null)
  ).filter(
    (cell) =>
      cell.slice === null &&
      below.has(cell.unitId) &&
      (first === null || periodOf(scope, cell.periodId).from >= first.from),
  );
  const published = withCells(dataset, context.replica.datasetFor(plan.unit.id, id), cells);
  const measures = [...new Set(cells.map((cell) => cell.measure))];
  const changes: GradeChanges['rows'] = [];
  let count = 0;
  for (const period of listPeriods(dataset, label, cells))
    for (const unitId of below) {
      if (!dataset.tree.isActiveDuring(unitId, period)) continue;
      for (const measure of measures) {
        const [before, after] = [dataset, published].map(
          (each) => buildStanding(each, unitId, period, measure).status,
        );
        if (before!.grade === after!.grade && before!.label === after!.label) continue;
        count++;
        if (changes.length < MOST_GRADE_CHANGES)
          changes.push({
            unit: toUnitSummary(dataset.tree.find(unitId)!),
            period: period.id,
            periodName: describePeriod(period, dataset.calendar),
            measure,
            before: before!,
            after: after!,
          });
      }
    }
  return { count, rows: changes };
}

/** The published targets with those of a draft in place of theirs. */
function withCells(dataset: Dataset, draft: Dataset, cells: readonly PlanCell[]): Dataset {
  const targets = new TargetBook();
  for (const [key, value] of dataset.targets.entries()) targets.put(key, value);
  for (const { unitId, measure, periodId } of cells) {
    const value = draft.targets.get(unitId, measure, periodId);
    const key = { unitId, measure, periodId };
    if (value) targets.put(key, value);
    else targets.remove(key);
  }
  return buildDataset({ ...dataset, targets });
}

/** What runs of a year, and the ended months of which a target of their own changes. */
function listPeriods(
  { calendar, asOf }: Dataset,
  label: number,
  cells: readonly { periodId: string; measure: MeasureCode }[],
): Period[] {
  const changed = new Set(cells.map((cell) => cell.periodId));
  const isRunning = ({ from, to }: Period) => from <= asOf && to > asOf;
  return [
    ...calendar
      .months(label)
      .filter((month) => isRunning(month) || (month.to <= asOf && changed.has(month.id))),
    ...calendar.quarters(label).filter(isRunning),
    ...[calendar.year(label)].filter(isRunning),
  ];
}

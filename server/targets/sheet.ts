import currencies from 'country-to-currency';
import { sql } from 'drizzle-orm';
import type { GridTarget, OwnTarget, PlanGridData } from '#contract/schemas/planGrid';
import { bookedIn, type Dataset, valueIn } from '#core/dataset/dataset';
import type { MeasureCode } from '#core/measure/measure';
import type { Period } from '#core/period/calendar';
import { type DaySpan, intersect } from '#core/period/day';
import { lastFinishedOf } from '#core/period/neighbours';
import type { WorkingDays } from '#core/period/workingDays';
import { narrowTree } from '#core/units/scope';
import type { UnitTree } from '#core/units/tree';
import type { Unit } from '#core/units/unit';
import type { Principal, Scope } from '../access/index';
import { mayDo } from '../access/permissions';
import { toMeasureRecord, toUnitSummary } from '../attainment/index';
import type { Context } from '../context';
import { closuresOf } from '../ledger/closedMonths';
import type { CompanyState, PlanRecord } from '../ledger/companyState';
import { loadPlanSummary } from '../plans/index';

export interface SheetWanted {
  unit: Unit;
  label: number;
  measure: MeasureCode;
  plan: PlanRecord | null;
}

/** The sheet of a unit and everyone who stands below it in the year. */
export async function viewSheet(
  context: Context,
  scope: Scope,
  principal: Principal,
  { unit, label, measure, plan }: SheetWanted,
): Promise<PlanGridData> {
  const { dataset } = scope;
  const year = dataset.calendar.year(label);
  const tree = narrowTree(dataset.tree, unit.id);
  const units = tree.units.filter((each) => tree.isActiveDuring(each.id, year));
  const { cursor, targets } = await loadSheetTargets(
    context,
    plan,
    measure,
    units.map((each) => each.id),
    '0',
  );
  const sets = [...new Set(units.map((each) => dataset.workingDaysOf(each.id)))];
  const before = dataset.calendar
    .months(label)
    .map((month) => lastFinishedOf(dataset.calendar, month, dataset.asOf));
  const past = buildPast(dataset, label, measure, before);
  return {
    unit: toUnitSummary(unit),
    year: label,
    plan: plan && (await loadPlanSummary(context, { scope, principal }, plan.id)),
    currency: dataset.currency,
    measure: toMeasureRecord(dataset.measures.get(measure)),
    calendar: dataset.calendar.rule,
    canEdit: mayDo(principal.role, 'plan'),
    units: units.map(toUnitSummary),
    // All places the reader may see, not those under the unit alone: who moved within a month has
    // their target divided by them.
    memberships: units.flatMap((each) => toPlaces(dataset.tree, each.id)),
    // Only what the year's cells can ask for: closed days of other years are dead weight.
    workingDays: sets.map((each) => viewWorkingDays(each, year)),
    workingDaysIndex: units.map((each) => sets.indexOf(dataset.workingDaysOf(each.id))),
    targets,
    priorYear: units.map((each) => past(each.id)),
    priorPeriodIds: before.map((month) => month?.id ?? null),
    ...viewClosed(context.replica.company!, year, units),
    rates: { ...plan?.rates },
    ownCurrency: ownCurrencyOf(context, unit),
    slices: null,
    ramps: units.flatMap((each): PlanGridData['ramps'] => {
      const ramp = dataset.ramps.get(each.id);
      return ramp ? [[each.id, ramp.from, [...ramp.shares]]] : [];
    }),
    cursor,
  };
}

export function viewWorkingDays(
  { weekdays, halfWeekdays, closed, halves }: WorkingDays,
  year: Period,
): PlanGridData['workingDays'][number] {
  const isIn = (day: number) => day >= year.from && day < year.to;
  return {
    weekdays: [...weekdays],
    halfWeekdays: [...(halfWeekdays ?? [])],
    closed: [...closed].filter(isIn),
    halves: [...(halves ?? [])].filter(isIn),
  };
}

/** Which months of the year are closed: for the company, and for some of its units only. */
export function viewClosed(
  { calendar, closedMonths, tree }: CompanyState,
  year: Period,
  units: readonly Unit[],
): Pick<PlanGridData, 'closedMonths' | 'closedForUnits'> {
  const ofYear = closedMonths.filter((month) => intersect(month, year));
  const idOf = (month: DaySpan) => calendar.periodOf('month', month.from).id;
  return {
    closedMonths: ofYear.filter((month) => month.unitId === null).map(idOf),
    closedForUnits: ofYear
      .filter((month) => month.unitId !== null)
      .map((month) => ({
        period: idOf(month),
        unitIds: units.flatMap(({ id }) => (closuresOf(tree, [month], id).length > 0 ? [id] : [])),
      })),
  };
}

/** The currency of the unit's country, where one says it. */
export function ownCurrencyOf({ replica }: Context, unit: Unit): string | null {
  const country = replica.company!.countryOf(unit.id);
  return country === null ? null : ((currencies as Record<string, string>)[country] ?? null);
}

/**
 * The results of a unit to start from: of the year's months, then its quarters, then the year. What
 * adds up is the sum of its months'.
 */
function buildPast(
  dataset: Dataset,
  label: number,
  measure: MeasureCode,
  before: readonly (Period | null)[],
): (unitId: number) => (number | null)[] {
  const { calendar } = dataset;
  const quarters = calendar.quarters(label);
  const wholes = [...quarters, calendar.year(label)];
  const { overTime } = dataset.measures.get(measure);
  if (overTime !== 'adds') {
    const spans = [
      ...before,
      ...wholes.map((whole) => lastFinishedOf(calendar, whole, dataset.asOf)),
    ];
    return (unitId) => spans.map((span) => span && valueIn(dataset, unitId, measure, span));
  }
  const months = calendar.months(label);
  const parts = wholes.map((whole) =>
    months.flatMap((month, at) => (month.from >= whole.from && month.to <= whole.to ? [at] : [])),
  );
  return (unitId) => {
    const values = before.map((month) => (month ? bookedIn(dataset, unitId, measure, month) : 0));
    return [...values, ...parts.map((of) => of.reduce((sum, at) => sum + values[at]!, 0))];
  };
}

function toPlaces(tree: UnitTree, unitId: number): PlanGridData['memberships'] {
  return tree.membershipsOf(unitId).map(({ parentId, from, to }) => [unitId, parentId, from, to]);
}

/**
 * Targets of the units in a plan that were written since the cursor, and the cursor from which the
 * next ones will be.
 */
export async function loadSheetTargets(
  context: Context,
  plan: PlanRecord | null,
  measure: MeasureCode,
  unitIds: readonly number[],
  since: string,
): Promise<{ cursor: string; targets: GridTarget[] }> {
  const { rows } = await context.db.execute<{
    xmin: string;
    unit_id: number | null;
    period_id: string;
    target: number | null;
    floor: number | null;
    stretch: number | null;
    own: OwnTarget | null;
    version: number;
  }>(sql`
    select pg_snapshot_xmin(pg_current_snapshot())::text as xmin, t.unit_id, t.period_id, t.target,
      t.floor, t.stretch, t.own, t.version
    from (select 1) one left join target t on t.plan_id = ${plan?.id ?? null} and t.slice = ''
      and t.measure = ${measure} and t.xid >= ${since}::xid8 and t.unit_id =
        any(${sql.param([...unitIds])}::int[])`);
  return {
    cursor: rows[0]!.xmin,
    targets: rows.flatMap((row): GridTarget[] =>
      row.unit_id === null
        ? []
        : [[row.unit_id, row.period_id, row.target, row.floor, row.stretch, row.version, row.own]],
    ),
  };
}

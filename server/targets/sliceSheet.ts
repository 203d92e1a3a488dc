import { sql } from 'drizzle-orm';
import type { GridTarget, OwnTarget, PlanGridData } from '#contract/schemas/planGrid';
import { type Dataset, figureUnitOf } from '#core/dataset/dataset';
import type { MeasureCode } from '#core/measure/measure';
import type { Period } from '#core/period/calendar';
import { lastFinishedOf } from '#core/period/neighbours';
import { isSliceMeasure } from '#core/slices/lineTable';
import { completeValue } from '#core/targets/resolvedTarget';
import { readSlice, type SliceDimension, writeSlice } from '#core/targets/targetSlice';
import type { Principal, Scope } from '../access/index';
import { mayDo } from '../access/permissions';
import { toMeasureRecord, toUnitSummary } from '../attainment/index';
import type { Context } from '../context';
import type { PlanRecord } from '../ledger/companyState';
import { type KnownSlices, loadKnownSlices } from '../lists/index';
import { loadPlanSummary } from '../plans/index';
import { assertNoFieldErrors } from '../problem';
import { sliceByLines, type Slicing } from '../slices/index';
import { ownCurrencyOf, type SheetWanted, viewClosed, viewWorkingDays } from './sheet';

/** Values without a target that a sheet shows: the largest of last year. */
export const MOST_SLICE_ROWS = 300;

interface SliceSheetWanted extends SheetWanted {
  by: SliceDimension;
}

interface SliceRow {
  key: string;
  name: string;
  /** Results of the year's months, quarters and the year to start from. */
  past: (number | null)[];
}

/**
 * A unit's sheet by slices: each stands there as a unit of its own below the unit, so that all ways
 * of filling work on it; the unit's own row is what its plan by people says, and is not written.
 * @throws ProblemError invalidInput for a measure that has no slices
 */
export async function viewSliceSheet(
  context: Context,
  scope: Scope,
  principal: Principal,
  wanted: SliceSheetWanted,
): Promise<PlanGridData> {
  const { unit, label, measure, plan, by } = wanted;
  const { dataset } = scope;
  if (!isSliceMeasure(measure)) assertNoFieldErrors([{ field: 'measure', code: 'sliceMeasure' }]);
  const year = dataset.calendar.year(label);
  const { cursor, targets } = await loadSliceTargets(context, plan, {
    measure,
    unitId: unit.id,
    by,
    since: '0',
  });
  const before = dataset.calendar
    .months(label)
    .map((month) => lastFinishedOf(dataset.calendar, month, dataset.asOf));
  const known = await loadKnownSlices(context.db, [by]);
  const { rows, omitted } = await findRows(context, dataset, known, wanted, before);
  const places = dataset.tree.membershipsOf(unit.id);
  const idOf = (key: string) => rowIdOf(by, key);
  return {
    unit: toUnitSummary(unit),
    year: label,
    plan: plan && (await loadPlanSummary(context, { scope, principal }, plan.id)),
    currency: dataset.currency,
    measure: toMeasureRecord(dataset.measures.get(measure)),
    calendar: dataset.calendar.rule,
    canEdit: mayDo(principal.role, 'plan'),
    units: [
      toUnitSummary(unit),
      ...rows.map(({ key, name }) => ({
        id: idOf(key),
        code: writeSlice({ by, key }),
        name,
        kind: 'salesperson' as const,
      })),
    ],
    memberships: [
      ...places.map(({ from, to }): PlanGridData['memberships'][number] => [
        unit.id,
        null,
        from,
        to,
      ]),
      ...rows.flatMap(({ key }) =>
        places.map(({ from, to }): PlanGridData['memberships'][number] => [
          idOf(key),
          unit.id,
          from,
          to,
        ]),
      ),
    ],
    workingDays: [viewWorkingDays(dataset.workingDaysOf(unit.id), year)],
    workingDaysIndex: Array.from({ length: rows.length + 1 }, () => 0),
    targets: [...ownTargets(dataset, wanted), ...targets],
    priorYear: [
      rows.reduce<(number | null)[]>(
        (sums, { past }) => past.map((value, at) => (sums[at] ?? 0) + (value ?? 0)),
        [],
      ),
      ...rows.map(({ past }) => past),
    ],
    priorPeriodIds: before.map((month) => month?.id ?? null),
    ...viewClosed(context.replica.company!, year, [unit]),
    rates: { ...plan?.rates },
    ownCurrency:
      figureUnitOf(dataset, measure).kind === 'money' ? ownCurrencyOf(context, unit) : null,
    slices: { by, omitted },
    ramps: [],
    cursor,
  };
}

/** What applies to the unit by its plan of people, as if it were set: the sheet only compares. */
function ownTargets(
  { calendar, lookup }: Dataset,
  { unit, label, measure }: SliceSheetWanted,
): GridTarget[] {
  return [...calendar.months(label), ...calendar.quarters(label), calendar.year(label)].flatMap(
    (period): GridTarget[] => {
      const value = completeValue(lookup.find(unit.id, period, measure));
      return value === null ? [] : [[unit.id, period.id, value, null, null, 1, null]];
    },
  );
}

/** Those with a target in the plan, or a result to start from; the largest first. */
async function findRows(
  context: Context,
  dataset: Dataset,
  known: KnownSlices,
  { unit, label, measure, by }: SliceSheetWanted,
  before: readonly (Period | null)[],
): Promise<{ rows: SliceRow[]; omitted: number }> {
  const { calendar } = dataset;
  const spans = before.filter((month) => month !== null);
  const year = calendar.year(label);
  const slicing: Slicing | null =
    spans.length === 0
      ? null
      : await sliceByLines(context.db, await context.replica.findLines(), by, {
          dataset,
          unit,
          measure,
          span: {
            from: Math.min(...spans.map(({ from }) => from)),
            to: Math.max(...spans.map(({ to }) => to)),
          },
        });
  const months = calendar.months(label);
  const values = before.map((month) => (month && slicing ? slicing.valuesIn(month) : null));
  const wholes = [...calendar.quarters(label), year];
  const past = new Map<string, SliceRow>();
  slicing?.slices.forEach(({ key }, index) => {
    const slice = known.find({ by, key });
    if (!slice) return;
    const monthly = values.map((of) => of?.[index] ?? null);
    past.set(key, {
      key,
      name: known.nameOf(slice),
      past: [
        ...monthly,
        ...wholes.map((whole) =>
          months.reduce(
            (sum, month, at) =>
              month.from >= whole.from && month.to <= whole.to ? sum + (monthly[at] ?? 0) : sum,
            0,
          ),
        ),
      ],
    });
  });
  const nothing = Array.from({ length: months.length + wholes.length }, () => null);
  const planned = new Set(dataset.sliceTargets.keysOf(by).filter((key) => known.find({ by, key })));
  // What others have planned elsewhere is theirs to see.
  const below = dataset.tree.unitsUnder(unit.id);
  const isOfYear = (key: string) =>
    [...dataset.sliceTargets.bookOf({ by, key }).entries()].some(([at]) => {
      const period = calendar.parse(at.periodId);
      return (
        below.has(at.unitId) &&
        at.measure === measure &&
        period &&
        period.from >= year.from &&
        period.to <= year.to
      );
    });
  const total = ({ past: values }: SliceRow) => values.at(-1) ?? 0;
  const withTarget = [...planned]
    .filter(isOfYear)
    .map((key) => past.get(key) ?? { key, name: known.nameOf({ by, key }), past: nothing });
  const chosen = new Set(withTarget.map(({ key }) => key));
  const others = [...past.values()]
    .filter((row) => !chosen.has(row.key) && total(row) > 0)
    .sort((a, b) => total(b) - total(a));
  const rows = [...withTarget, ...others.slice(0, MOST_SLICE_ROWS)].sort(
    (a, b) => total(b) - total(a) || a.name.localeCompare(b.name),
  );
  return { rows, omitted: Math.max(0, others.length - MOST_SLICE_ROWS) };
}

/** FNV-1a, offset basis and prime of its 32-bit form. */
const [OFFSET, PRIME] = [0x811c9dc5, 0x01000193];

/**
 * The number of a slice as a row: below 0, so that it is no unit's, and the same whenever it is
 * asked for. A group, which has only its name, has a hash of it.
 */
function rowIdOf(by: SliceDimension, key: string): number {
  if (by !== 'customerGroup') return -Number(key);
  let hash = OFFSET;
  for (const byte of Buffer.from(key)) hash = Math.imul(hash ^ byte, PRIME);
  return -1 - (hash >>> 1);
}

/** Targets of a unit's slices in a plan that were written since the cursor. */
export async function loadSliceTargets(
  context: Context,
  plan: PlanRecord | null,
  {
    measure,
    unitId,
    by,
    since,
  }: { measure: MeasureCode; unitId: number; by: SliceDimension; since: string },
): Promise<{ cursor: string; targets: GridTarget[] }> {
  const { rows } = await context.db.execute<{
    xmin: string;
    slice: string | null;
    period_id: string;
    target: number | null;
    floor: number | null;
    stretch: number | null;
    own: OwnTarget | null;
    version: number;
  }>(sql`
    select pg_snapshot_xmin(pg_current_snapshot())::text as xmin, t.slice, t.period_id, t.target,
      t.floor, t.stretch, t.own, t.version
    from (select 1) one left join target t on t.plan_id = ${plan?.id ?? null} and t.slice like
      ${`${by}:%`} and t.measure = ${measure} and t.xid >= ${since}::xid8 and t.unit_id = ${unitId}`);
  return {
    cursor: rows[0]!.xmin,
    targets: rows.flatMap((row): GridTarget[] =>
      row.slice === null
        ? []
        : [
            [
              rowIdOf(by, readSlice(row.slice)!.key),
              row.period_id,
              row.target,
              row.floor,
              row.stretch,
              row.version,
              row.own,
            ],
          ],
    ),
  };
}

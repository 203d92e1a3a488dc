import type {
  SliceAttainment,
  SliceAttainmentQuery,
  SliceAttainmentRow,
} from '#contract/schemas/sliceAttainment';
import { buildSliceStanding } from '#core/attainment/sliceStanding';
import { valueIn } from '#core/dataset/dataset';
import { countedDays, toIsoDay } from '#core/period/day';
import { isSliceMeasure } from '#core/slices/lineTable';
import { completeValue } from '#core/targets/resolvedTarget';
import type { Scope } from '../access/index';
import {
  findMeasure,
  findPeriod,
  toAttainmentText,
  toMeasureRecord,
  toPeriodView,
  toUnitSummary,
} from '../attainment/index';
import type { Context } from '../context';
import { loadKnownSlices } from '../lists/index';
import { assertNoFieldErrors } from '../problem';
import { sliceByLines } from './slicing';

/** Slices without a target that are named. */
export const MOST_WITHOUT_TARGET = 200;

/**
 * Where the slices of a unit stand, by one dimension. @throws ProblemError unknownUnit,
 * unknownPeriod, unknownMeasure, invalidInput for a measure that has no slices
 */
export async function viewSliceAttainment(
  context: Context,
  { dataset, findUnit }: Scope,
  query: SliceAttainmentQuery,
): Promise<SliceAttainment> {
  const unit = findUnit(query.unit);
  const period = findPeriod(dataset, query.period);
  const measure = findMeasure(dataset, query.measure);
  const { by } = query;
  if (!isSliceMeasure(measure.code))
    assertNoFieldErrors([{ field: 'measure', code: 'sliceMeasure' }]);
  const span = countedDays(period, dataset.asOf);
  const slicing = await sliceByLines(context.db, await context.replica.findLines(), by, {
    dataset,
    unit,
    measure: measure.code,
    span,
  });
  const known = await loadKnownSlices(context.db, [by]);
  const values = slicing.valuesIn(span);
  const actuals = new Map(slicing.slices.map(({ key }, index) => [key, values[index] ?? 0]));
  const keys = new Set([...actuals.keys(), ...dataset.sliceTargets.keysOf(by)]);
  const rows: SliceAttainmentRow[] = [];
  let withoutValue = 0;
  for (const key of keys) {
    const actual = actuals.get(key) ?? 0;
    if (!known.find({ by, key })) {
      withoutValue += actual;
      continue;
    }
    const standing = buildSliceStanding(
      dataset,
      unit.id,
      { by, key },
      { period, measure: measure.code, actual },
    );
    if (standing.target.value === null && actual === 0) continue;
    rows.push({
      key,
      name: known.nameOf({ by, key }),
      actual,
      target: standing.target.value,
      targetSource: standing.target.targetSource,
      missing: standing.target.missing.length,
      attainment: standing.attainment,
      attainmentText: toAttainmentText(dataset, measure.code, period, standing.attainment),
      gap: standing.gap,
      expectedToDate: standing.pace.expectedToDate,
      aheadOfPace: standing.pace.aheadOfPace,
      status: standing.status,
    });
  }
  rows.sort(
    (a, b) =>
      Number(a.target === null) - Number(b.target === null) ||
      b.actual! - a.actual! ||
      a.name.localeCompare(b.name),
  );
  const withTarget = rows.filter(({ target }) => target !== null);
  const shown = rows.slice(0, withTarget.length + MOST_WITHOUT_TARGET);
  const rest = rows.slice(shown.length);
  const target = completeValue(dataset.lookup.find(unit.id, period, measure.code));
  const allocated =
    withTarget.length === 0 || withTarget.some(({ missing }) => missing > 0)
      ? null
      : withTarget.reduce((sum, row) => sum + row.target!, 0);
  return {
    unit: toUnitSummary(unit),
    period: toPeriodView(dataset, period),
    measure: toMeasureRecord(measure),
    currency: dataset.currency,
    asOf: toIsoDay(dataset.asOf),
    by,
    rows: shown,
    remainder:
      rest.length === 0
        ? null
        : { count: rest.length, actual: rest.reduce((sum, row) => sum + row.actual!, 0) },
    withoutValue,
    own: {
      actual: valueIn(dataset, unit.id, measure.code, span),
      target,
      allocated,
      unallocated: target === null || allocated === null ? null : target - allocated,
    },
  };
}

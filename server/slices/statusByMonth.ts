import type { ComparisonView, TakenApartBy } from '#contract/schemas/comparison';
import { buildSliceStanding } from '#core/attainment/sliceStanding';
import { buildBrief } from '#core/attainment/standing';
import type { Dataset } from '#core/dataset/dataset';
import { valueIn } from '#core/dataset/dataset';
import type { MeasureCode } from '#core/measure/measure';
import type { Period } from '#core/period/calendar';
import { countedDays, dayWithin } from '#core/period/day';
import { cutAtSameDate, priorYearOf } from '#core/period/neighbours';
import { SLICE_DIMENSIONS, type SliceDimension } from '#core/targets/targetSlice';
import type { Unit } from '#core/units/unit';
import { describePeriod, shortPeriod } from '#wording/period';
import { StatusList, toAttainmentText, toUnitSummary } from '../attainment/index';
import type { Queryable } from '../db/client';
import { loadKnownSlices } from '../lists/index';
import type { Slicing } from './slicing';

const MOST_UNITS = 40;
const MOST_YEARS = 6;

/** What a figure is taken apart by, where targets are set by it. */
export interface TargetedSlices {
  by: SliceDimension;
  slicing: Slicing;
  known: Awaited<ReturnType<typeof loadKnownSlices>>;
}

/** Null where nobody has set a target by it. */
export async function findTargeted(
  db: Queryable,
  { sliceTargets }: Dataset,
  by: TakenApartBy,
  slicing: Slicing,
): Promise<TargetedSlices | null> {
  const dimension = SLICE_DIMENSIONS.find((each) => each === by);
  if (!dimension || sliceTargets.keysOf(dimension).length === 0) return null;
  return { by: dimension, slicing, known: await loadKnownSlices(db, [dimension]) };
}

/**
 * The units below one by the months of the fiscal year that have begun, and beside them what has
 * targets of its own.
 */
export function viewStatusByMonth(
  dataset: Dataset,
  unit: Unit,
  period: Period,
  measure: MeasureCode,
  targeted: TargetedSlices | null,
): ComparisonView['statusByMonth'] {
  const { calendar, tree, asOf } = dataset;
  const year = calendar.periodOf('year', dayWithin(period, asOf));
  const months = calendar.monthsIn(year).filter((month) => month.from <= asOf);
  const below = tree.childrenDuring(unit.id, year).slice(0, MOST_UNITS);
  const list = new StatusList();
  return {
    months: months.map((month) => ({
      id: month.id,
      name: shortPeriod(month, calendar),
      isRunning: month.to > asOf + 1,
    })),
    rows: [unit, ...below].map((each) => ({
      unit: toUnitSummary(each),
      cells: months.map((month) => {
        const { status, attainment } = buildBrief(dataset, each.id, month, measure);
        return {
          status: list.placeOf(status),
          attainmentText: toAttainmentText(dataset, measure, month, attainment),
        };
      }),
    })),
    slices: targeted ? sliceRows(dataset, unit, months, measure, list, targeted) : [],
    statuses: list.statuses,
  };
}

function sliceRows(
  dataset: Dataset,
  unit: Unit,
  months: readonly Period[],
  measure: MeasureCode,
  list: StatusList,
  { by, slicing, known }: TargetedSlices,
): ComparisonView['statusByMonth']['slices'] {
  const indexOf = new Map(slicing.slices.map(({ key }, index) => [key, index]));
  const values = months.map((month) => slicing.valuesIn(countedDays(month, dataset.asOf)));
  return dataset.sliceTargets
    .keysOf(by)
    .flatMap((key) => {
      if (!known.find({ by, key })) return [];
      const index = indexOf.get(key);
      const standings = months.map((month, at) =>
        buildSliceStanding(
          dataset,
          unit.id,
          { by, key },
          { period: month, measure, actual: index === undefined ? 0 : values[at]![index]! },
        ),
      );
      // One that others have a target for has none here.
      if (standings.every(({ target }) => target.value === null)) return [];
      return [
        {
          key,
          name: known.nameOf({ by, key }),
          target: standings.reduce((sum, { target }) => sum + (target.value ?? 0), 0),
          cells: standings.map(({ status, attainment }, at) => ({
            status: list.placeOf(status),
            attainmentText: toAttainmentText(dataset, measure, months[at]!, attainment),
          })),
        },
      ];
    })
    .sort((a, b) => b.target - a.target || a.name.localeCompare(b.name))
    .slice(0, MOST_UNITS)
    .map(({ target: _target, ...row }) => row);
}

/** Fiscal years up to the period's, whole and up to the same point; only those with figures. */
export function viewYears(
  dataset: Dataset,
  unit: Unit,
  period: Period,
  measure: MeasureCode,
): ComparisonView['years'] {
  const { calendar, asOf } = dataset;
  const running = calendar.periodOf('year', dayWithin(period, asOf));
  const years: Period[] = [];
  for (
    let year: Period | null = running;
    year && years.length < MOST_YEARS;
    year = priorYearOf(calendar, year)
  )
    years.unshift(year);
  const isRunning = running.to > asOf + 1;
  const adds = dataset.measures.get(measure).overTime === 'adds';
  const all = years.map((year) => ({
    id: year.id,
    name: describePeriod(year, calendar),
    total: valueIn(dataset, unit.id, measure, year),
    toDate: valueIn(
      dataset,
      unit.id,
      measure,
      year === running ? year : cutAtSameDate(running, asOf, year),
    ),
    cumulative: adds
      ? calendar
          .monthsIn(year)
          .filter(({ from }) => from <= asOf)
          .map(({ to }) => valueIn(dataset, unit.id, measure, { from: year.from, to }))
      : [],
    isRunning: year === running && isRunning,
  }));
  const first = all.findIndex(({ total }) => total !== null && total !== 0);
  return first < 0 ? [] : all.slice(first);
}

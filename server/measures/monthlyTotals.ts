import type { FieldFault } from '#contract/errors/catalogue';
import type { ActivityLock } from '#contract/schemas/activity';
import type { Dataset } from '#core/dataset/dataset';
import { measuresOfTotals, totalOf } from '#core/ledger/monthlyTotals';
import { baseOf, type Measure } from '#core/measure/measure';
import type { Period } from '#core/period/calendar';
import { type Day, intersect, toIsoDay } from '#core/period/day';
import type { Unit } from '#core/units/unit';
import { describePeriod } from '#wording/period';

/** The first day of a period on which the unit stands in the tree. */
export function firstDayIn({ tree }: Dataset, unit: Unit, period: Period): Day | null {
  const days = tree
    .membershipsOf(unit.id)
    .flatMap((membership) => intersect(membership, period)?.from ?? []);
  return days.length === 0 ? null : Math.min(...days);
}

/** Whether totals from before are given of a measure, and of which other one if not. */
export function isTotalMeasure({ measures }: Dataset, measure: Measure): boolean {
  const of = totalOf(measure);
  return of !== null && measuresOfTotals(measures.all).get(of)?.code === measure.code;
}

/** Why a month of a unit takes no total from before; null: it does. */
export function lockOfTotal(
  dataset: Dataset,
  unit: Unit,
  measure: Measure,
  month: Period,
): ActivityLock | null {
  if (firstDayIn(dataset, unit, month) === null) return 'notInTree';
  if (month.to > dataset.asOf + 1) return 'notOver';
  if (hasDeals(dataset, unit, measure, month)) return 'deals';
  const base = baseOf(measure.code);
  return relativesOf(dataset, unit, month).some(
    (id) => dataset.activities.entriesIn(base, id, month).length > 0,
  )
    ? 'elsewhere'
    : null;
}

/** Whether deals make some of the measure in this month, of the unit or below. */
function hasDeals(dataset: Dataset, unit: Unit, { formula }: Measure, month: Period): boolean {
  if (formula.kind !== 'sum') return false;
  // Amounts may come to nothing together; the deals they are of are counted.
  const parts = formula.terms.map(({ part }) => part);
  const counted = parts.some((part) => part === 'lost' || part === 'lostAmount') ? 'lost' : 'won';
  return [...parts, counted as 'won' | 'lost'].some(
    (part) => dataset.rollUp.sum(unit.id, part, month) !== 0,
  );
}

/** The units whose total of a month would count the same twice: those above and those below. */
function relativesOf(dataset: Dataset, unit: Unit, month: Period): number[] {
  const day = firstDayIn(dataset, unit, month);
  return [
    ...(day === null ? [] : (dataset.whole ?? dataset).tree.ancestorsOn(unit.id, day)),
    ...dataset.tree.unitsDuring(unit.id, month).map(({ id }) => id),
  ].filter((id) => id !== unit.id);
}

interface Given {
  unit: Unit;
  on: Day;
  measure: string;
  value: number | null;
}

/** The faults of a total from before, at the column of what is wrong. */
export function findTotalFaults(
  dataset: Dataset,
  {
    unit,
    measure,
    month,
    isCleared,
  }: { unit: Unit; measure: Measure; month: Period; isCleared: boolean },
): FieldFault[] {
  if (!isTotalMeasure(dataset, measure)) {
    const of = totalOf(measure);
    const other = of === null ? null : measuresOfTotals(dataset.measures.all).get(of)!;
    return [
      other
        ? { field: 'measure', code: 'totalOfOther', params: { name: other.name, code: other.code } }
        : { field: 'measure', code: 'totalFollows' },
    ];
  }
  const name = describePeriod(month, dataset.calendar);
  switch (lockOfTotal(dataset, unit, measure, month)) {
    case 'notInTree':
      return [{ field: 'on', code: 'notInTree' }];
    case 'notOver':
      return [{ field: 'on', code: 'monthNotOver', params: { name } }];
    case 'deals':
      // What is there can be taken away, whatever has come beside it.
      if (isCleared) return [];
      return [{ field: 'value', code: 'monthHasDeals', params: { name, unit: unit.name } }];
    default:
      return [];
  }
}

/**
 * A total that would count a month twice: of a unit whose month another one above or below
 * it has, as it stands or among those given together; with the place of it and the other's name.
 */
export function findDoubleTotal(
  dataset: Dataset,
  given: readonly Given[],
): { index: number; name: string } | null {
  const { calendar, measures } = dataset;
  const tree = (dataset.whole ?? dataset).tree;
  const keyOf = (unitId: number, measure: string, from: Day) => `${measure}|${unitId}|${from}`;
  const monthOf = ({ on }: Given) => calendar.periodOf('month', on);
  const after = new Map(
    given.map((each) => [keyOf(each.unit.id, each.measure, monthOf(each).from), each.value]),
  );
  const isSet = (unitId: number, measure: string, month: Period) => {
    const value = after.get(keyOf(unitId, measure, month.from));
    return value === undefined
      ? dataset.activities.entriesIn(measure, unitId, month).length > 0
      : value !== null;
  };
  // Of two that clash the later one is named.
  for (const [index, each] of [...given.entries()].reverse()) {
    const measure = measures.find(each.measure);
    if (each.value === null || !measure || measure.formula.kind === 'typed') continue;
    const month = monthOf(each);
    const other = relativesOf(dataset, each.unit, month).find((id) =>
      isSet(id, each.measure, month),
    );
    if (other !== undefined) return { index, name: tree.find(other)!.name };
  }
  return null;
}

export interface TotalAt {
  name: string;
  month: string;
}

/** Where a deal may not be booked, as its month has a total: of whom, and which month. */
export function findTotalAt(
  dataset: Dataset,
  salespersonId: number,
  day: Day,
  status: 'won' | 'lost',
): TotalAt | null {
  const span = { from: day, to: day + 1 };
  if (!dataset.monthlyTotals.touches(span)) return null;
  const tree = (dataset.whole ?? dataset).tree;
  const month = dataset.calendar.periodOf('month', day);
  const codes = [...measuresOfTotals(dataset.measures.all)]
    .filter(([of]) => (of === 'lost' || of === 'lostAmount') === (status === 'lost'))
    .map(([, { code }]) => baseOf(code));
  const holder = [salespersonId, ...tree.ancestorsOn(salespersonId, day)].find((id) =>
    codes.some((code) => dataset.activities.entriesIn(code, id, month).length > 0),
  );
  return holder === undefined
    ? null
    : { name: tree.find(holder)!.name, month: describePeriod(month, dataset.calendar) };
}

/** How a month is named where a total is kept: by the first day on which the unit stands in it. */
export const keptOn = (dataset: Dataset, unit: Unit, month: Period): string | null => {
  const day = firstDayIn(dataset, unit, month);
  return day === null ? null : toIsoDay(day);
};

import { buildDataset, type Dataset } from '../dataset/dataset';
import type { MeasureCode } from '../measure/measure';
import type { Period } from '../period/calendar';
import type { Day } from '../period/day';
import { type AlertState, cross, FIRST_STATE } from './crossing';
import { readingOf } from './reading';
import type { AlertCondition, AlertPeriod } from './rule';

/** That a rule would have fired. */
export interface Firing {
  day: Day;
  unitId: number;
  reading: number;
  previous: number | null;
  periodId: string;
}

/** What a rule reads of a unit on a day, by the books as of that day. */
export type ReadOn = (then: Dataset, unitId: number, period: Period, day: Day) => number | null;

/**
 * When a rule would have fired on past days, each looked at once its business had ended, by the book
 * as it is now; a day a step, so that whoever runs it may do something else in between. A period
 * begins with nothing fired.
 * @param units whom it watches
 * @param read what is read of a unit on a day; left out: of the whole unit
 */
export function* replay(
  dataset: Dataset,
  units: readonly number[],
  condition: AlertCondition,
  {
    measure,
    periodKind,
    days,
  }: { measure: MeasureCode; periodKind: AlertPeriod; days: readonly Day[] },
  read: ReadOn = (then, unitId, period) => readingOf(then, unitId, condition, { period, measure }),
): Generator<Firing[]> {
  const states = new Map<string, AlertState>();
  for (const day of days) {
    const then = buildDataset({ ...dataset, asOf: day, isTodayOver: undefined, whole: undefined });
    const period = dataset.calendar.periodOf(periodKind, day);
    const firings: Firing[] = [];
    for (const unitId of units) {
      const key = `${unitId} ${period.id}`;
      const before = states.get(key) ?? FIRST_STATE;
      const reading = read(then, unitId, period, day);
      const { state, fires } = cross(condition, before, reading, day);
      states.set(key, state);
      if (fires)
        firings.push({
          day,
          unitId,
          reading: reading!,
          previous: before.reading,
          periodId: period.id,
        });
    }
    yield firings;
  }
}

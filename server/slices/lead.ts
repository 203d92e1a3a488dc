import type { ComparisonView } from '#contract/schemas/comparison';
import { changeOf } from '#core/comparison/change';
import { type Lead, leadOf } from '#core/comparison/lead';
import type { Dataset } from '#core/dataset/dataset';
import type { Period } from '#core/period/calendar';
import { dayWithin, toIsoDay } from '#core/period/day';
import { cutAtSameDate, priorYearOf } from '#core/period/neighbours';
import type { Unit } from '#core/units/unit';
import { describeSpan, shortPeriod } from '#wording/period';
import { toPeriodView } from '../attainment/index';
import type { Slicing } from './slicing';

/** More arrows than this are no picture. */
const MOST_ROWS = 40;

/** The fiscal year of a period, and last year's; null where there is none. */
export function yearsOf({ calendar, asOf }: Dataset, period: Period) {
  const year = calendar.periodOf('year', dayWithin(period, asOf));
  const before = priorYearOf(calendar, year);
  return before && { year, before };
}

/**
 * How far along last year each slice already is: in the fiscal year of the period, up to its end or
 * today. Of what does not add up there is none.
 */
export function viewLead(
  dataset: Dataset,
  unit: Unit,
  period: Period,
  slicing: Slicing,
): ComparisonView['lead'] {
  const years = yearsOf(dataset, period);
  if (!years || period.from > dataset.asOf) return null;
  const { year, before } = years;
  const { calendar, asOf } = dataset;
  const until = Math.min(asOf, period.to - 1);
  const span = { from: year.from, to: until + 1 };
  const point = cutAtSameDate(year, until, before);
  const working = dataset.workingDaysOf(unit.id);
  const now = slicing.valuesIn(span);
  const then = slicing.valuesIn(point);
  const whole = slicing.valuesIn(before);
  const reached = slicing.reachedIn(
    before,
    now.map((value) => value ?? Number.POSITIVE_INFINITY),
  );
  const partOf = (day: number) => (day - before.from + 1) / (before.to - before.from);
  const rows = slicing.slices.map((slice, index) => {
    const [booked, lastTotal] = [now[index]!, whole[index]!];
    // A year known by its totals alone does not say on which day it had reached anything.
    const lead: Lead =
      booked === null || lastTotal === null || then[index] === null
        ? { kind: 'none' }
        : leadOf({
            booked,
            lastTotal,
            reachedOn: reached[index]!,
            position: point.to - 1,
            working,
          });
    return {
      ...slice,
      kind: lead.kind,
      workingDays: lead.kind === 'days' ? lead.workingDays : null,
      reachedOn: lead.kind === 'days' ? toIsoDay(lead.reachedOn) : null,
      at: lead.kind === 'days' ? partOf(lead.reachedOn) : lead.kind === 'yearPassed' ? 1 : null,
      now: booked,
      then: then[index]!,
      thenWhole: lastTotal,
      ...changeOf(booked, then[index]!),
    };
  });
  const sold = rows.filter((row) => (row.now ?? 0) !== 0 || (row.thenWhole ?? 0) !== 0);
  return {
    year: toPeriodView(dataset, year),
    days: describeSpan(span, true),
    daysThen: describeSpan(point, true),
    position: partOf(point.to - 1),
    months: calendar.monthsIn(before).map((month) => ({
      name: shortPeriod(month, calendar),
      at: (month.from - before.from) / (before.to - before.from),
    })),
    rows: sold.sort((a, b) => (b.now ?? 0) - (a.now ?? 0)).slice(0, MOST_ROWS),
  };
}

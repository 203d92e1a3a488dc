import type { Measure } from '#core/measure/measure';
import type { Period } from '#core/period/calendar';
import { fromCivil } from '#core/period/day';
import type { Books } from '#core/standing/books';
import { Refused } from '../problem';

/** The measure a request names; revenue when it names none. @throws Refused unknownMeasure */
export function findMeasure(books: Books, code: string | undefined): Measure {
  const measure = books.measures.find(code ?? 'revenue');
  if (!measure) throw new Refused('unknownMeasure', { measure: code! });
  return measure;
}

/** Of which periods are looked at: wider than the days that deals may have, so that an early year is empty rather than unknown. */
const PERIODS = { from: fromCivil(1910, 1, 1), to: fromCivil(2190, 1, 1) };

/** The period an id names. @throws Refused unknownPeriod */
export function findPeriod(books: Books, id: string): Period {
  const period = books.calendar.parse(id);
  const isInReach = period && period.from >= PERIODS.from && period.to <= PERIODS.to;
  if (!period || !isInReach || period.to - period.from > 366 * 10) throw new Refused('unknownPeriod', { period: id });
  return period;
}

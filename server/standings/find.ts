import type { Measure } from '#core/measure/measure';
import type { Period } from '#core/period/calendar';
import type { Books } from '#core/standing/books';
import { Refused } from '../problem';

/** The measure a request names; revenue when it names none. @throws Refused unknownMeasure */
export function findMeasure(books: Books, code: string | undefined): Measure {
  const measure = books.measures.find(code ?? 'revenue');
  if (!measure) throw new Refused('unknownMeasure', { measure: code! });
  return measure;
}

/** The period an id names. @throws Refused unknownPeriod */
export function findPeriod(books: Books, id: string): Period {
  const period = books.calendar.parse(id);
  if (!period || period.to - period.from > 366 * 10) throw new Refused('unknownPeriod', { period: id });
  return period;
}

import type { Dataset } from '#core/dataset/dataset';
import type { Measure } from '#core/measure/measure';
import type { Period } from '#core/period/calendar';
import { fromCivil } from '#core/period/day';
import { ProblemError } from '../problem';

/** The measure a request names; revenue when it names none. @throws ProblemError unknownMeasure */
export function findMeasure(dataset: Dataset, code: string | undefined): Measure {
  const measure = dataset.measures.find(code ?? 'revenue');
  if (!measure) throw new ProblemError('unknownMeasure', { measure: code! });
  return measure;
}

/**
 * Of which periods are looked at: wider than the days that deals may have, so that an early year is
 * empty rather than unknown.
 */
const PERIODS = { from: fromCivil(1910, 1, 1), to: fromCivil(2190, 1, 1) };

/** The month an id names. @throws ProblemError unknownPeriod, also for what is no month */
export function findMonth({ calendar }: Pick<Dataset, 'calendar'>, id: string): Period {
  const period = calendar.parse(id);
  if (period?.kind !== 'month') throw new ProblemError('unknownPeriod', { period: id });
  return period;
}

/** The period an id names. @throws ProblemError unknownPeriod */
export function findPeriod(dataset: Dataset, id: string): Period {
  const period = dataset.calendar.parse(id);
  const isInReach = period && period.from >= PERIODS.from && period.to <= PERIODS.to;
  if (!period || !isInReach || period.to - period.from > 366 * 10)
    throw new ProblemError('unknownPeriod', { period: id });
  return period;
}

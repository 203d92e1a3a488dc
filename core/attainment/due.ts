import type { Dataset } from '../dataset/dataset';
import type { MeasureCode } from '../measure/measure';
import type { Period } from '../period/calendar';
import type { Day } from '../period/day';
import type { Share } from '../status/grade';
import { completeValue } from '../targets/resolvedTarget';
import { dueByWorkingDays, type Elapsed } from './elapsed';

interface MonthTarget {
  month: Period;
  target: number;
}

/**
 * How far a period has run for a unit and measure. A longer period goes by its months
 * (docs/calculations.md, 7): what is due of a quarter is what is due of its months, so that a quarter
 * is never on pace while its months are short because one of them asks for little.
 */
export function elapsedIn(
  dataset: Dataset,
  unitId: number,
  period: Period,
  measure: MeasureCode,
): Elapsed {
  const elapsed = dataset.elapsedOf(unitId, period);
  if (elapsed.phase !== 'open' || SHORT.has(period.kind)) return elapsed;
  const known = dataset.longElapsed.of(period, measure, dataset.targets.version);
  let found = known.get(unitId);
  if (!found) known.set(unitId, (found = byItsMonths(dataset, unitId, period, measure, elapsed)));
  return found;
}

/** What has no months inside it. */
const SHORT: ReadonlySet<Period['kind']> = new Set(['day', 'week', 'month']);

function byItsMonths(
  dataset: Dataset,
  unitId: number,
  period: Period,
  measure: MeasureCode,
  elapsed: Elapsed,
): Elapsed {
  const months = monthTargetsOf(dataset, unitId, period, measure);
  if (months === null) return elapsed;
  const due = dueByMonths(dataset, unitId, months, dataset.dueThrough(unitId));
  return { ...elapsed, dueBasis: 'months', due };
}

/** The share of a period that is due at the end of any day of it: what a path is drawn by. */
export function buildDueCurve(
  dataset: Dataset,
  unitId: number,
  period: Period,
  measure: MeasureCode,
): (through: Day) => Share {
  const months = monthTargetsOf(dataset, unitId, period, measure);
  const working = dataset.workingDaysOf(unitId);
  return months === null
    ? (through) => dueByWorkingDays(period, through, working)
    : (through) => dueByMonths(dataset, unitId, months, through);
}

/**
 * The targets of the months inside a longer period; null where they say nothing of their own: there
 * are none, one is missing, or all of them are shares of the period's.
 */
function monthTargetsOf(
  { calendar, lookup, measures, tree }: Dataset,
  unitId: number,
  period: Period,
  measure: MeasureCode,
): MonthTarget[] | null {
  if (!measures.get(measure).isCumulative || SHORT.has(period.kind)) return null;
  const months = calendar.monthsIn(period).filter((month) => tree.isActiveDuring(unitId, month));
  if (months.length < 2) return null;
  const found = months.map((month) => lookup.find(unitId, month, measure));
  if (found.every((each) => each.allocatedFrom === period.id)) return null;
  const targets = found.map(completeValue);
  if (targets.some((target) => target === null || target < 0)) return null;
  const monthTargets = months.map((month, at) => ({ month, target: targets[at] ?? 0 }));
  return monthTargets.some(({ target }) => target > 0) ? monthTargets : null;
}

/** Full for months that have ended, by working days in the running one, none for those ahead. */
function dueByMonths(
  dataset: Dataset,
  unitId: number,
  months: readonly MonthTarget[],
  through: Day,
): Share {
  const working = dataset.workingDaysOf(unitId);
  const running = months.find(({ month }) => through >= month.from && through < month.to);
  const part = running ? dueByWorkingDays(running.month, through, working) : { gone: 0, total: 1 };
  const sum = months.reduce((total, { target }) => total + target, 0);
  const ended = months
    .filter(({ month }) => month.to <= through + 1 && month !== running?.month)
    .reduce((total, { target }) => total + target, 0);
  return reduce({
    gone: ended * part.total + (running?.target ?? 0) * part.gone,
    total: sum * part.total,
  });
}

/** Made small, so that figures times shares stay exact whole numbers. */
function reduce({ gone, total }: Share): Share {
  let [left, right] = [total, gone];
  while (right > 0) [left, right] = [right, left % right];
  return { gone: gone / left, total: total / left };
}

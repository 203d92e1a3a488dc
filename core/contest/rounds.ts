import type { FiscalCalendar, Period } from '../period/calendar';
import { type Day, type DaySpan, toIsoDay } from '../period/day';
import type { ContestRepeat } from './contest';

/**
 * The rounds of a contest that have begun by a day, the oldest first: one over all its days, or one
 * for each week, month or quarter that lies in them.
 */
export function roundsOf(
  calendar: FiscalCalendar,
  repeat: ContestRepeat,
  { from, to }: DaySpan,
  asOf: Day,
): Period[] {
  if (repeat === 'once') {
    const round = calendar.parse(`${toIsoDay(from)}..${toIsoDay(to - 1)}`);
    return round && from <= asOf ? [round] : [];
  }
  const rounds: Period[] = [];
  for (let round = calendar.periodOf(repeat, from); round.from <= asOf && round.from < to;) {
    if (round.from >= from && round.to <= to) rounds.push(round);
    round = calendar.periodOf(repeat, round.to);
  }
  return rounds;
}

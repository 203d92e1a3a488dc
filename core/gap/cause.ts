import type { Day, DaySpan } from '../period/day';
import { type LineColumn, placesIn } from '../slices/lineColumn';

/** What a customer bought of one salesperson now and at the same point a year before. */
export interface CustomerChange {
  customer: number;
  now: number;
  then: number;
}

/** Revenue by customer of two spans; minor units. */
export function changesByCustomer(
  column: LineColumn,
  now: DaySpan,
  then: DaySpan | null,
): CustomerChange[] {
  const changes = new Map<number, CustomerChange>();
  const add = (span: DaySpan, side: 'now' | 'then') => {
    const [from, to] = placesIn(column, span);
    for (let row = from; row < to; row++) {
      const customer = column.customers[row]!;
      let change = changes.get(customer);
      if (!change) changes.set(customer, (change = { customer, now: 0, then: 0 }));
      change[side] += column.amounts[row]!;
    }
  };
  add(now, 'now');
  if (then) add(then, 'then');
  return [...changes.values()];
}

/**
 * The one customer that says most of why somebody is behind (who bought less than a year before) or
 * ahead (who bought most more); null where none makes a fifth of it. Choice.
 */
export function mainCause(
  changes: readonly CustomerChange[],
  aheadOfPace: number,
): CustomerChange | null {
  const sign = Math.sign(aheadOfPace);
  let best: CustomerChange | null = null;
  const weight = ({ now, then }: CustomerChange) => sign * (now - then);
  for (const change of changes)
    if (change.customer !== 0 && (best === null || weight(change) > weight(best))) best = change;
  return best !== null && weight(best) >= Math.abs(aheadOfPace) * LEAST_SHARE ? best : null;
}

const LEAST_SHARE = 0.2;

/** The last day up to one with a won line of a positive amount; null where there is none. */
export function lastSaleBy({ days, amounts }: LineColumn, asOf: Day): Day | null {
  for (let row = days.length - 1; row >= 0; row--)
    if (days[row]! <= asOf && amounts[row]! > 0) return days[row]!;
  return null;
}

import type { Day, DaySpan } from '../period/day';
import { seekDay } from './seek';
import type { Occurrence, WonColumn } from './wonColumn';

/** So many deals are looked at before others get their turn. */
const AT_ONCE = 20_000;

interface First {
  salespersonId: number;
  day: Day;
  dealId: number;
}

/**
 * The first won deal ever of each customer, and whose it was. On one day the earlier recorded deal
 * is the first.
 */
export class FirstDeals {
  private byCustomer = new Map<number, First>();
  /** In order. */
  private daysOf = new Map<number, Day[]>();

  private constructor() {}

  /** Found from everybody's won deals, in steps: others get their turn between them. */
  static *build(columns: ReadonlyMap<number, WonColumn>): Generator<void, FirstDeals> {
    const firsts = new FirstDeals();
    let seen = 0;
    for (const [salespersonId, column] of columns) {
      firsts.takeIn(salespersonId, column);
      seen += column.days.length;
      if (seen >= AT_ONCE) {
        seen = 0;
        yield;
      }
    }
    for (const { salespersonId, day } of firsts.byCustomer.values()) {
      const days = firsts.daysOf.get(salespersonId);
      if (days) days.push(day);
      else firsts.daysOf.set(salespersonId, [day]);
      if (++seen % AT_ONCE === 0) yield;
    }
    for (const days of firsts.daysOf.values()) days.sort((a, b) => a - b);
    return firsts;
  }

  private takeIn(salespersonId: number, { days, deals, customers }: WonColumn): void {
    for (let at = 0; at < days.length; at++) {
      const [customer, day, dealId] = [customers[at]!, days[at]!, deals[at]!];
      const first = this.byCustomer.get(customer);
      if (!first || isBefore({ day, dealId }, first))
        this.byCustomer.set(customer, { salespersonId, day, dealId });
    }
  }

  /**
   * Whether a deal is its customer's first. Without it nobody knows the next but who looks at all
   * deals.
   */
  isFirst({ customer, dealId }: Occurrence): boolean {
    return this.byCustomer.get(customer)?.dealId === dealId;
  }

  /** Takes in one more deal. */
  add(salespersonId: number, { customer, day, dealId }: Occurrence): void {
    const first = this.byCustomer.get(customer);
    if (first && !isBefore({ day, dealId }, first)) return;
    if (first) {
      const days = this.daysOf.get(first.salespersonId)!;
      days.splice(seekDay(days, first.day), 1);
    }
    this.byCustomer.set(customer, { salespersonId, day, dealId });
    const days = this.daysOf.get(salespersonId);
    if (days) days.splice(seekDay(days, day), 0, day);
    else this.daysOf.set(salespersonId, [day]);
  }

  /** How many customers had their first deal with a salesperson in a span. */
  count(salespersonId: number, { from, to }: DaySpan): number {
    const days = this.daysOf.get(salespersonId);
    return !days || to <= from ? 0 : seekDay(days, to) - seekDay(days, from);
  }
}

function isBefore(
  left: Pick<First, 'day' | 'dealId'>,
  right: Pick<First, 'day' | 'dealId'>,
): boolean {
  return left.day < right.day || (left.day === right.day && left.dealId < right.dealId);
}

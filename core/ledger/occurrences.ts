import type { DistinctField } from '../measure/definition';
import type { Day, DaySpan } from '../period/day';
import type { MemberSpan } from '../units/unit';
import { ChangeLog } from './changeLog';
import { FirstDeals } from './firstDeals';
import { Seen } from './seen';
import { runToEnd } from './steps';
import {
  type Occurrence,
  occurrencesOn,
  placesOf,
  replaceDayOf,
  toColumn,
  type WonColumn,
} from './wonColumn';

export type { Occurrence } from './wonColumn';

/** What came and went of a salesperson's won deals on a day. */
export interface OccurrenceNews {
  salespersonId: number;
  day: Day;
  gone: readonly Occurrence[];
  come: readonly Occurrence[];
}

const NOTHING: WonColumn = toColumn([]);

/**
 * Who won something from which customer, and when: what distinct counts are recounted from
 * (docs/calculations.md, 4, GUARDS 37). Mutated by `load`, `add` and `replaceDay` only.
 */
export class Occurrences {
  private columns = new Map<number, WonColumn>();
  private seen: Record<DistinctField, Seen> = {
    customer: new Seen(),
    product: new Seen(),
    location: new Seen(),
  };
  /** Found when first asked for, and kept up; null when it must be found anew. */
  private firsts: FirstDeals | null = null;
  /** What came and went; it begins anew whenever deals are filled in anew. */
  readonly log = new ChangeLog<OccurrenceNews>();

  /** All of a salesperson's won deals, in any order. */
  load(salespersonId: number, occurrences: readonly Occurrence[]): void {
    this.columns.set(salespersonId, toColumn(occurrences));
    this.firsts = null;
    this.log.beginAnew();
  }

  add(salespersonId: number, occurrence: Occurrence): void {
    this.replaceDay(salespersonId, occurrence.day, [
      ...occurrencesOn(this.columnOf(salespersonId), occurrence.day),
      occurrence,
    ]);
  }

  /** Puts these in place of what a salesperson won on a day. */
  replaceDay(salespersonId: number, day: Day, occurrences: readonly Occurrence[]): void {
    const column = this.columnOf(salespersonId);
    const before = occurrencesOn(column, day);
    this.columns.set(salespersonId, replaceDayOf(column, day, occurrences));
    this.tell({
      salespersonId,
      day,
      gone: without(before, occurrences),
      come: without(occurrences, before),
    });
  }

  private tell(news: OccurrenceNews): void {
    const { firsts } = this;
    if (firsts && news.gone.some((each) => firsts.isFirst(each))) this.firsts = null;
    else if (firsts) for (const each of news.come) firsts.add(news.salespersonId, each);
    this.log.note(news);
  }

  /** The won deals of a salesperson; none of somebody who has won nothing. */
  columnOf(salespersonId: number): WonColumn {
    return this.columns.get(salespersonId) ?? NOTHING;
  }

  /**
   * How many different customers, products and locations a group of people won a deal with in a
   * span.
   */
  countEachDistinct(
    memberSpans: readonly MemberSpan[],
    span: DaySpan,
  ): Record<DistinctField, number> {
    const { customer, product, location } = this.seen;
    for (const each of [customer, product, location]) each.begin();
    for (const segment of memberSpans) {
      const column = this.columnOf(segment.salespersonId);
      const [from, to] = placesOf(column, {
        from: Math.max(segment.from, span.from),
        to: Math.min(segment.to, span.to),
      });
      customer.noteAll(column.customers, from, to);
      product.noteAll(column.products, from, to);
      location.noteAll(column.locations, from, to);
    }
    return { customer: customer.count, product: product.count, location: location.count };
  }

  /**
   * How many customers had their first won deal ever with a salesperson in a span. On one day the
   * earlier recorded deal is the first.
   */
  countNewCustomers(salespersonId: number, span: DaySpan): number {
    return (this.firsts ??= runToEnd(FirstDeals.build(this.columns))).count(salespersonId, span);
  }

  /** Finds in steps what new customers are counted by; a booking in between makes it void. */
  *prepare(): Generator<void, void> {
    if (this.firsts) return;
    const { log } = this;
    const [generation, heard] = [log.generation, log.changes.length];
    const firsts = yield* FirstDeals.build(this.columns);
    if (log.generation === generation && log.changes.length === heard) this.firsts ??= firsts;
  }

  /** The same of everybody, whether they stand in a unit or not. */
  countAllNewCustomers(span: DaySpan): number {
    let total = 0;
    for (const salespersonId of this.columns.keys())
      total += this.countNewCustomers(salespersonId, span);
    return total;
  }
}

function without(all: readonly Occurrence[], others: readonly Occurrence[]): Occurrence[] {
  return all.filter(
    (each) =>
      !others.some(
        (other) =>
          other.dealId === each.dealId &&
          other.customer === each.customer &&
          other.product === each.product &&
          other.location === each.location,
      ),
  );
}

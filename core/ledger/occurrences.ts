import type { DistinctField } from '../measure/definition';
import type { Day, DaySpan } from '../period/day';
import type { Segment } from '../units/unit';
import { Seen } from './seen';
import { seekDay } from './seek';

/** A won deal of more than zero, as far as it matters for what is counted apart. */
export interface Occurrence {
  dealId: number;
  day: Day;
  customer: number;
  /** 0 for none, as of the location. */
  product: number;
  location: number;
}

/**
 * The won deals of one salesperson, by day and deal: a field an array, so that a month of them lies side by side in memory.
 * As objects of their own, each of a company's ten thousand was waited for.
 */
interface Column {
  days: Int32Array;
  /** Ids beyond 32 bits stay whole numbers. */
  deals: Float64Array;
  customers: Int32Array;
  products: Int32Array;
  locations: Int32Array;
}

const NOTHING: Column = toColumn([]);

interface First {
  salespersonId: number;
  day: Day;
  dealId: number;
}

/**
 * Who won something from which customer, and when: what distinct counts are recounted from (CALCULATIONS 4, GUARDS 37).
 * Mutated by `load`, `add` and `replaceDay` only.
 */
export class Occurrences {
  private columns = new Map<number, Column>();
  private seen: Record<DistinctField, Seen> = { customer: new Seen(), product: new Seen(), location: new Seen() };
  /** Days of the first won deal of each customer, by salesperson; null when something changed since. */
  private firsts: Map<number, Day[]> | null = null;

  /** All of a salesperson's won deals, in any order. */
  load(salespersonId: number, occurrences: readonly Occurrence[]): void {
    this.columns.set(salespersonId, toColumn([...occurrences].sort(byDay)));
    this.firsts = null;
  }

  add(salespersonId: number, occurrence: Occurrence): void {
    this.load(salespersonId, [...toOccurrences(this.columnOf(salespersonId), 0, Infinity), occurrence]);
  }

  /** Puts these in place of what a salesperson won on a day. */
  replaceDay(salespersonId: number, day: Day, occurrences: readonly Occurrence[]): void {
    const column = this.columnOf(salespersonId);
    const [from, to] = [seekDay(column.days, day), seekDay(column.days, day + 1)];
    this.load(salespersonId, [...toOccurrences(column, 0, from), ...occurrences, ...toOccurrences(column, to, Infinity)]);
  }

  private columnOf(salespersonId: number): Column {
    return this.columns.get(salespersonId) ?? NOTHING;
  }

  /** How many different customers, products or locations a group of people won a deal with in a span. */
  countDistinct(segments: readonly Segment[], field: DistinctField, span: DaySpan): number {
    const seen = this.seen[field];
    seen.begin();
    for (const segment of segments) {
      const column = this.columnOf(segment.salespersonId);
      seen.noteAll(column[FIELDS[field]], ...placesOf(column, segment, span));
    }
    return seen.count;
  }

  /** The same of every field at once. */
  countEachDistinct(segments: readonly Segment[], span: DaySpan): Record<DistinctField, number> {
    const { customer, product, location } = this.seen;
    for (const each of [customer, product, location]) each.begin();
    for (const segment of segments) {
      const column = this.columnOf(segment.salespersonId);
      const [from, to] = placesOf(column, segment, span);
      customer.noteAll(column.customers, from, to);
      product.noteAll(column.products, from, to);
      location.noteAll(column.locations, from, to);
    }
    return { customer: customer.count, product: product.count, location: location.count };
  }

  /** How many customers had their first won deal ever with a salesperson in a span. On one day the earlier recorded deal is the first. */
  countNewCustomers(salespersonId: number, span: DaySpan): number {
    const days = (this.firsts ??= this.findFirsts()).get(salespersonId);
    if (!days || span.to <= span.from) return 0;
    return seekDay(days, span.to) - seekDay(days, span.from);
  }

  /** The same of everybody, whether they stand in a unit or not. */
  countAllNewCustomers(span: DaySpan): number {
    let total = 0;
    for (const salespersonId of this.columns.keys()) total += this.countNewCustomers(salespersonId, span);
    return total;
  }

  private findFirsts(): Map<number, Day[]> {
    const byCustomer = new Map<number, First>();
    for (const [salespersonId, column] of this.columns) {
      for (let at = 0; at < column.days.length; at++) {
        const [customer, day, dealId] = [column.customers[at]!, column.days[at]!, column.deals[at]!];
        const first = byCustomer.get(customer);
        if (!first || day < first.day || (day === first.day && dealId < first.dealId)) byCustomer.set(customer, { salespersonId, day, dealId });
      }
    }
    const bySalesperson = new Map<number, Day[]>();
    for (const { salespersonId, day } of byCustomer.values()) {
      const days = bySalesperson.get(salespersonId);
      if (days) days.push(day);
      else bySalesperson.set(salespersonId, [day]);
    }
    for (const days of bySalesperson.values()) days.sort((a, b) => a - b);
    return bySalesperson;
  }
}

function byDay(left: Occurrence, right: Occurrence): number {
  return left.day - right.day || left.dealId - right.dealId;
}

const FIELDS = { customer: 'customers', product: 'products', location: 'locations' } as const;

/** Where the days lie that a salesperson stood there within the span: from, and up to but not at. */
function placesOf({ days }: Column, segment: DaySpan, span: DaySpan): [number, number] {
  return [seekDay(days, Math.max(segment.from, span.from)), seekDay(days, Math.min(segment.to, span.to))];
}

function toColumn(occurrences: readonly Occurrence[]): Column {
  return {
    days: Int32Array.from(occurrences, (each) => each.day), deals: Float64Array.from(occurrences, (each) => each.dealId), customers: Int32Array.from(occurrences, (each) => each.customer),
    products: Int32Array.from(occurrences, (each) => each.product), locations: Int32Array.from(occurrences, (each) => each.location),
  };
}

function toOccurrences({ days, deals, customers, products, locations }: Column, from: number, to: number): Occurrence[] {
  const found: Occurrence[] = [];
  for (let at = from; at < Math.min(to, days.length); at++) found.push({ dealId: deals[at]!, day: days[at]!, customer: customers[at]!, product: products[at]!, location: locations[at]! });
  return found;
}

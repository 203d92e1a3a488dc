import type { DistinctField } from '../measure/definition';
import type { Day, DaySpan } from '../period/day';
import type { Segment } from '../units/unit';
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

/** The won deals of one salesperson, by day and deal. */
type Column = Occurrence[];

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
  /** Days of the first won deal of each customer, by salesperson; null when something changed since. */
  private firsts: Map<number, Day[]> | null = null;

  /** All of a salesperson's won deals, in any order. */
  load(salespersonId: number, occurrences: Occurrence[]): void {
    this.columns.set(salespersonId, occurrences.sort(byDay));
    this.firsts = null;
  }

  add(salespersonId: number, occurrence: Occurrence): void {
    this.load(salespersonId, [...this.columns.get(salespersonId) ?? [], occurrence]);
  }

  /** Puts these in place of what a salesperson won on a day. */
  replaceDay(salespersonId: number, day: Day, occurrences: readonly Occurrence[]): void {
    const column = this.columns.get(salespersonId) ?? [];
    const [from, to] = [seek(column, day), seek(column, day + 1)];
    column.splice(from, to - from, ...[...occurrences].sort(byDay));
    this.columns.set(salespersonId, column);
    this.firsts = null;
  }

  /** How many different customers, products or locations a group of people won a deal with in a span. */
  countDistinct(segments: readonly Segment[], field: DistinctField, span: DaySpan): number {
    const seen = new Set<number>();
    this.visit(segments, span, (each) => seen.add(each[field]));
    seen.delete(0);
    return seen.size;
  }

  /** The same of every field at once. */
  countEachDistinct(segments: readonly Segment[], span: DaySpan): Record<DistinctField, number> {
    const [customers, products, locations] = [new Set<number>([0]), new Set<number>([0]), new Set<number>([0])];
    this.visit(segments, span, ({ customer, product, location }) => {
      customers.add(customer);
      products.add(product);
      locations.add(location);
    });
    return { customer: customers.size - 1, product: products.size - 1, location: locations.size - 1 };
  }

  private visit(segments: readonly Segment[], span: DaySpan, look: (each: Occurrence) => void): void {
    for (const { salespersonId, from, to } of segments) {
      const column = this.columns.get(salespersonId);
      if (!column) continue;
      const end = seek(column, Math.min(to, span.to));
      for (let at = seek(column, Math.max(from, span.from)); at < end; at++) look(column[at]!);
    }
  }

  /** How many customers had their first won deal ever with a salesperson in a span. On one day the earlier recorded deal is the first. */
  countNewCustomers(salespersonId: number, span: DaySpan): number {
    const days = (this.firsts ??= this.findFirsts()).get(salespersonId);
    if (!days || span.to <= span.from) return 0;
    return seekDay(days, span.to, (day) => day) - seekDay(days, span.from, (day) => day);
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
      for (const { customer, day, dealId } of column) {
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

function seek(column: Column, day: Day): number {
  return seekDay(column, day, (each) => each.day);
}

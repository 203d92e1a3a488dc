import type { Day, DaySpan } from '../period/day';
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
 * The won deals of one salesperson, by day and deal: a field an array, so that a month of them lies
 * side by side in memory. As objects of their own, each of a company's ten thousand was waited for.
 */
export interface WonColumn {
  days: Int32Array;
  /** Ids beyond 32 bits stay whole numbers. */
  deals: Float64Array;
  customers: Int32Array;
  products: Int32Array;
  locations: Int32Array;
}

/** @param occurrences in any order */
export function toColumn(occurrences: readonly Occurrence[]): WonColumn {
  const sorted = [...occurrences].sort(
    (left, right) => left.day - right.day || left.dealId - right.dealId,
  );
  return {
    days: Int32Array.from(sorted, (each) => each.day),
    deals: Float64Array.from(sorted, (each) => each.dealId),
    customers: Int32Array.from(sorted, (each) => each.customer),
    products: Int32Array.from(sorted, (each) => each.product),
    locations: Int32Array.from(sorted, (each) => each.location),
  };
}

/** A column with other deals on one day. @param occurrences of that day, in any order */
export function replaceDayOf(
  column: WonColumn,
  day: Day,
  occurrences: readonly Occurrence[],
): WonColumn {
  const [from, to] = placesOf(column, { from: day, to: day + 1 });
  const fresh = toColumn(occurrences);
  const length = column.days.length - (to - from) + occurrences.length;
  const join = <Field extends Int32Array | Float64Array>(
    whole: Field,
    old: Field,
    part: Field,
  ): Field => {
    whole.set(old.subarray(0, from));
    whole.set(part, from);
    whole.set(old.subarray(to), from + part.length);
    return whole;
  };
  return {
    days: join(new Int32Array(length), column.days, fresh.days),
    deals: join(new Float64Array(length), column.deals, fresh.deals),
    customers: join(new Int32Array(length), column.customers, fresh.customers),
    products: join(new Int32Array(length), column.products, fresh.products),
    locations: join(new Int32Array(length), column.locations, fresh.locations),
  };
}

/** Where a span's deals lie: from, and up to but not at. */
export function placesOf({ days }: WonColumn, { from, to }: DaySpan): [number, number] {
  return [seekDay(days, from), seekDay(days, to)];
}

/** The deals of one day. */
export function occurrencesOn(column: WonColumn, day: Day): Occurrence[] {
  const { days, deals, customers, products, locations } = column;
  const [from, to] = placesOf(column, { from: day, to: day + 1 });
  const found: Occurrence[] = [];
  for (let at = from; at < to; at++)
    found.push({
      dealId: deals[at]!,
      day: days[at]!,
      customer: customers[at]!,
      product: products[at]!,
      location: locations[at]!,
    });
  return found;
}

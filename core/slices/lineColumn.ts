import { seekDay } from '../ledger/seek';
import type { Day, DaySpan } from '../period/day';

/**
 * What one line of a won deal counts for one credited person (docs/calculations.md, 3). Ids are the
 * database's; 0 stands for none.
 */
export interface CreditedLine {
  deal: number;
  day: Day;
  customer: number;
  product: number;
  /** The deal's own. */
  category: number;
  source: number;
  location: number;
  /** Minor units of the reporting currency, as the cost and the whole deal's amount. */
  amount: number;
  /** Null where the deal's cost is not known. */
  cost: number | null;
  /** The whole deal's amount, of which this is a part. */
  dealAmount: number;
  /** Thousandths. */
  quantity: number;
  /** Whether it is credited to whom the deal names first: with them deals are counted. */
  isFirst: boolean;
  /** Whether the deal has lines: then its product's category comes before the deal's own. */
  isOfLine: boolean;
}

/** Lines of one person, by day and deal; a field an array, so that a million weigh 65 MB. */
export interface LineColumn {
  length: number;
  days: Int32Array;
  deals: Float64Array;
  customers: Int32Array;
  products: Int32Array;
  categories: Int32Array;
  sources: Int32Array;
  locations: Int32Array;
  amounts: Float64Array;
  /** Not a number where the cost is not known. */
  costs: Float64Array;
  dealAmounts: Float64Array;
  quantities: Float64Array;
  /** Of FIRST and OF_LINE. */
  flags: Uint8Array;
}

/** Bits of a line's flags. */
export const FIRST = 1;
export const OF_LINE = 2;

/** An empty column with room for so many lines. */
export function makeColumn(length: number): LineColumn {
  return {
    length,
    days: new Int32Array(length),
    deals: new Float64Array(length),
    customers: new Int32Array(length),
    products: new Int32Array(length),
    categories: new Int32Array(length),
    sources: new Int32Array(length),
    locations: new Int32Array(length),
    amounts: new Float64Array(length),
    costs: new Float64Array(length),
    dealAmounts: new Float64Array(length),
    quantities: new Float64Array(length),
    flags: new Uint8Array(length),
  };
}

/** Lines in any order as a column. */
export function toColumn(lines: readonly CreditedLine[]): LineColumn {
  const column = makeColumn(lines.length);
  [...lines]
    .sort((a, b) => a.day - b.day || a.deal - b.deal)
    .forEach((line, at) => putLine(column, at, line));
  return column;
}

export function putLine(column: LineColumn, at: number, line: CreditedLine): void {
  column.days[at] = line.day;
  column.deals[at] = line.deal;
  column.customers[at] = line.customer;
  column.products[at] = line.product;
  column.categories[at] = line.category;
  column.sources[at] = line.source;
  column.locations[at] = line.location;
  column.amounts[at] = line.amount;
  column.costs[at] = line.cost ?? Number.NaN;
  column.dealAmounts[at] = line.dealAmount;
  column.quantities[at] = line.quantity;
  column.flags[at] = (line.isFirst ? FIRST : 0) | (line.isOfLine ? OF_LINE : 0);
}

/** From which line to which (not included) a column has the days of a span. */
export function placesIn({ days }: LineColumn, span: DaySpan): [number, number] {
  return [seekDay(days, span.from), seekDay(days, span.to)];
}

/** The same column with these lines in place of those of a day. */
export function replaceDayIn(
  column: LineColumn,
  day: Day,
  lines: readonly CreditedLine[],
): LineColumn {
  const [from, to] = placesIn(column, { from: day, to: day + 1 });
  const next = makeColumn(column.length - (to - from) + lines.length);
  const middle = toColumn(lines);
  for (const field of FIELDS) {
    next[field].set(column[field].subarray(0, from));
    next[field].set(middle[field], from);
    next[field].set(column[field].subarray(to), from + lines.length);
  }
  return next;
}

export const FIELDS = [
  'days',
  'deals',
  'customers',
  'products',
  'categories',
  'sources',
  'locations',
  'amounts',
  'costs',
  'dealAmounts',
  'quantities',
  'flags',
] as const satisfies readonly Exclude<keyof LineColumn, 'length'>[];

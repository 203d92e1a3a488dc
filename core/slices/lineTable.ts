import type { DaySpan } from '../period/day';
import type { MemberSpan } from '../units/unit';
import type { LineBook } from './lineBook';
import { FIELDS, FIRST, type LineColumn, makeColumn, placesIn } from './lineColumn';

/** Lines of several people in one span, by day and deal; `salespeople` says whose each is. */
export interface LineTable extends LineColumn {
  salespeople: Int32Array;
  span: DaySpan;
}

/**
 * The lines that people sold on the days they stood under a unit, within a span. Lines of one deal
 * follow one another, whoever they are credited to.
 */
export function gatherLines(
  book: LineBook,
  memberSpans: readonly MemberSpan[],
  span: DaySpan,
): LineTable {
  const pieces = memberSpans.flatMap((each) => {
    const column = book.columnOf(each.salespersonId);
    const [from, to] = placesIn(column, {
      from: Math.max(each.from, span.from),
      to: Math.min(each.to, span.to),
    });
    return to > from ? [{ column, from, to, salesperson: each.salespersonId }] : [];
  });
  const length = pieces.reduce((sum, { from, to }) => sum + to - from, 0);
  const mixed = makeColumn(length);
  const whose = new Int32Array(length);
  let at = 0;
  for (const { column, from, to, salesperson } of pieces) {
    for (const field of FIELDS) mixed[field].set(column[field].subarray(from, to), at);
    whose.fill(salesperson, at, at + to - from);
    at += to - from;
  }
  const order = orderByDayAndDeal(mixed);
  const sorted = makeColumn(length);
  const salespeople = new Int32Array(length);
  for (const field of FIELDS) {
    const [to, of] = [sorted[field], mixed[field]];
    for (let i = 0; i < length; i++) to[i] = of[order[i]!]!;
  }
  for (let i = 0; i < length; i++) salespeople[i] = whose[order[i]!]!;
  return { ...sorted, salespeople, span };
}

/** Counted into days, then sorted by deal within each: a comparison sort of all takes ten times. */
function orderByDayAndDeal({ days, deals, length }: LineColumn): Uint32Array {
  if (length === 0) return new Uint32Array(0);
  let [first, last] = [days[0]!, days[0]!];
  for (let i = 1; i < length; i++) {
    if (days[i]! < first) first = days[i]!;
    if (days[i]! > last) last = days[i]!;
  }
  const ends = new Uint32Array(last - first + 2);
  for (let i = 0; i < length; i++) ends[days[i]! - first + 1]!++;
  for (let day = 1; day < ends.length; day++) ends[day]! += ends[day - 1]!;
  const next = ends.slice();
  const order = new Uint32Array(length);
  for (let i = 0; i < length; i++) order[next[days[i]! - first]!++] = i;
  for (let day = 0; day + 1 < ends.length; day++)
    order.subarray(ends[day]!, ends[day + 1]!).sort((a, b) => deals[a]! - deals[b]! || a - b);
  return order;
}

/** What can be added up, or counted, of lines. */
export const SLICE_MEASURES = ['revenue', 'gross_profit', 'quantity', 'deals_won'] as const;
export type SliceMeasure = (typeof SLICE_MEASURES)[number];

export function isSliceMeasure(code: string): code is SliceMeasure {
  return (SLICE_MEASURES as readonly string[]).includes(code);
}

/**
 * What each line adds to a measure: minor units, thousandths of a quantity. Of gross profit only
 * lines whose cost is known. Of deals won 1 for each line of a deal that counts: deals are then
 * counted, each once.
 */
export function valuesOf(table: LineColumn, measure: SliceMeasure): Float64Array {
  const { amounts, costs, quantities, dealAmounts, flags } = table;
  if (measure === 'revenue') return amounts;
  if (measure === 'quantity') return quantities;
  if (measure === 'gross_profit')
    return amounts.map((amount, i) => (Number.isNaN(costs[i]!) ? 0 : amount - costs[i]!));
  return dealAmounts.map((amount, i) => (amount > 0 && (flags[i]! & FIRST) !== 0 ? 1 : 0));
}

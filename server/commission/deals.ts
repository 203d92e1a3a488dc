import { isLineMeasure, type LineMeasure } from '#core/commission/base';
import type { CommissionDeal, PeriodBase } from '#core/commission/dealCommission';
import type { CommissionTerms } from '#core/commission/terms';
import type { MeasureCode } from '#core/measure/measure';
import type { DaySpan } from '#core/period/day';
import type { LineBook } from '#core/slices/lineBook';
import { OF_LINE } from '#core/slices/lineColumn';
import { gatherLines, type LineTable, valuesOf } from '#core/slices/lineTable';
import type { MemberSpan } from '#core/units/unit';

/** The category of each product; 0 for none. */
export type CategoryOf = ReadonlyMap<number, number>;

/** Someone's deals over all months of their plans, by measure; each derived once. */
export class DealStream {
  private table: LineTable;
  private ofMeasure = new Map<MeasureCode, CommissionDeal[]>();

  constructor(
    book: LineBook,
    memberSpans: readonly MemberSpan[],
    span: DaySpan,
    private categoryOf: CategoryOf,
    /** Deals by a measure that is not known line by line, in their order. */
    private ownDealsOf: (measure: MeasureCode) => CommissionDeal[],
  ) {
    this.table = gatherLines(book, memberSpans, span);
  }

  /** Deals of a span in the order of close date, then id. */
  dealsIn(measure: MeasureCode, { from, to }: DaySpan): CommissionDeal[] {
    const all = this.dealsOf(measure);
    return all.slice(seek(all, from), seek(all, to));
  }

  /** What a span came to, as terms divide it. */
  baseIn({ measure, specialRates }: CommissionTerms, span: DaySpan): PeriodBase {
    const special = new Set(specialRates.map(({ by, id }) => `${by} ${id}`));
    const sums = { all: 0, regular: 0 };
    for (const { lines } of this.dealsIn(measure, span))
      for (const { base, product, category } of lines) {
        sums.all += base ?? 0;
        const hasOwn =
          special.size > 0 &&
          (special.has(`product ${product}`) || special.has(`category ${category}`));
        if (!hasOwn) sums.regular += base ?? 0;
      }
    return sums;
  }

  private dealsOf(measure: MeasureCode): CommissionDeal[] {
    let deals = this.ofMeasure.get(measure);
    if (!deals) {
      deals = isLineMeasure(measure) ? this.derive(measure) : this.ownDealsOf(measure);
      this.ofMeasure.set(measure, deals);
    }
    return deals;
  }

  private derive(measure: LineMeasure): CommissionDeal[] {
    const { table, categoryOf } = this;
    const values = valuesOf(table, measure);
    const deals: (CommissionDeal & { lines: CommissionDeal['lines'][number][] })[] = [];
    for (let row = 0; row < table.length; row++) {
      const id = table.deals[row]!;
      let last = deals.at(-1);
      const isFirstLine = last?.deal !== id;
      if (isFirstLine) deals.push((last = { deal: id, day: table.days[row]!, lines: [] }));
      const product = table.products[row]!;
      const isOfLine = (table.flags[row]! & OF_LINE) !== 0;
      const own = table.categories[row]!;
      const isUnknown = measure === 'gross_profit' && Number.isNaN(table.costs[row]!);
      // A deal is counted once, whatever lines it has and whoever else is credited.
      const isCounted = measure !== 'deals_won' || last!.lines.every(({ base }) => base === 0);
      last!.lines.push({
        product,
        category: isOfLine ? (categoryOf.get(product) ?? own) : own,
        base: isUnknown ? null : isCounted ? values[row]! : 0,
      });
    }
    return deals;
  }
}

function seek(deals: readonly CommissionDeal[], day: number): number {
  let [low, high] = [0, deals.length];
  while (low < high) {
    const middle = (low + high) >>> 1;
    if (deals[middle]!.day < day) low = middle + 1;
    else high = middle;
  }
  return low;
}

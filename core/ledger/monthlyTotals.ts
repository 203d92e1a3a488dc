import type { Term, TermPart } from '../measure/definition';
import { baseOf, type Measure } from '../measure/measure';
import type { FiscalCalendar } from '../period/calendar';
import type { Day, DaySpan } from '../period/day';
import type { UnitTree } from '../units/tree';
import type { ActivityBook } from './activityBook';

/** Parts of which a month can hold a total without deals (docs/calculations.md, 4). */
const SINGLE_PARTS: ReadonlySet<TermPart> = new Set([
  'revenue',
  'won',
  'quantity',
  'lost',
  'lostAmount',
  'newCustomers',
]);

/** What a total says: one part, or profit, which is the costed amount less its cost. */
type TotalOf = TermPart | 'profit';

/** What a measure's total would say; null where it has none: it follows from others, or is typed. */
export function totalOf({ formula }: Pick<Measure, 'formula'>): TotalOf | null {
  if (formula.kind !== 'sum') return null;
  const [first, second, ...more] = formula.terms;
  if (first && !second && first.sign === 1 && SINGLE_PARTS.has(first.part)) return first.part;
  const isProfit =
    more.length === 0 && first?.part === 'costed' && second?.part === 'cost' && second.sign === -1;
  return isProfit ? 'profit' : null;
}

/** The measures that totals from before are given of: the first of each kind, by its code. */
export function measuresOfTotals(measures: readonly Measure[]): ReadonlyMap<TotalOf, Measure> {
  const found = new Map<TotalOf, Measure>();
  for (const measure of measures) {
    const of = totalOf(measure);
    if (of !== null && !found.has(of)) found.set(of, measure);
  }
  return found;
}

/** The totals of one unit, itself and all below it, in one month. */
interface Month extends DaySpan {
  parts: Partial<Record<TermPart, number>>;
  /** A profit without revenue has nothing to be divided by. */
  isProfitOnly: boolean;
  /** Parts of which a unit above has the total: what this one's share of it was is not known. */
  unknown: ReadonlySet<TermPart>;
}

/** What the months of a span hold for a figure. */
export interface SpanTotals {
  months: readonly DaySpan[];
  /** What they add to a sum of terms. */
  sumOf(terms: readonly Term[]): number;
}

const NO_PARTS: ReadonlySet<TermPart> = new Set();

const NONE: SpanTotals = { months: [], sumOf: () => 0 };

interface Source {
  book: ActivityBook;
  tree: UnitTree;
  calendar: FiscalCalendar;
  measures: readonly Measure[];
}

/**
 * Monthly totals from before the first deals, rolled up the tree. They count in whole months only:
 * they have no days and no deals behind them (docs/calculations.md, 4).
 */
export class MonthlyTotals {
  private seen = -1;
  private seenOfMeasures = -1;
  private byUnit = new Map<number, Month[]>();
  private earliest = Infinity;
  private latest = -Infinity;
  private measures: ReadonlyMap<TotalOf, Measure>;

  constructor(private source: Source) {
    this.measures = measuresOfTotals(source.measures);
  }

  /** Whether any unit has a total on a day of the span. */
  touches({ from, to }: DaySpan): boolean {
    this.refresh();
    return from < this.latest && to > this.earliest;
  }

  /**
   * The totals of a unit and all below it that lie in the span, for a figure of these parts. Null
   * where the figure is not known: the span cuts a month that has a total without days; only a unit
   * above has the month's total; or a month has totals of some of the parts only, and dividing by
   * the others' deals would be wrong.
   */
  within(unitId: number, formula: DealFormula, span: DaySpan): SpanTotals | null {
    if (!this.touches(span)) return NONE;
    const parts = partsOf(formula);
    const months = (this.byUnit.get(unitId) ?? []).filter(
      (month) =>
        month.from < span.to &&
        month.to > span.from &&
        parts.some((part) => month.parts[part] !== undefined || month.unknown.has(part)),
    );
    if (months.length === 0) return NONE;
    const isProfit = formula.kind === 'sum' && parts.length === 2;
    const isKnown = months.every(
      (month) =>
        month.from >= span.from &&
        month.to <= span.to &&
        parts.every((part) => month.parts[part] !== undefined && !month.unknown.has(part)) &&
        (!month.isProfitOnly || isProfit),
    );
    if (!isKnown) return null;
    const sum = (part: TermPart) => months.reduce((total, month) => total + month.parts[part]!, 0);
    return {
      months,
      sumOf: (terms) => terms.reduce((total, { part, sign }) => total + sign * sum(part), 0),
    };
  }

  /** The months of a span in which a unit, or one below it, has a total of any kind. */
  monthsIn(unitId: number, span: DaySpan): readonly DaySpan[] {
    if (!this.touches(span)) return [];
    return (this.byUnit.get(unitId) ?? []).filter(
      (month) => month.from < span.to && month.to > span.from,
    );
  }

  private refresh(): void {
    const { book } = this.source;
    if (book.version === this.seen) return;
    this.seen = book.version;
    let version = 0;
    for (const { code } of this.measures.values()) version += book.versionOf(baseOf(code));
    if (version === this.seenOfMeasures) return;
    this.seenOfMeasures = version;
    this.rebuild();
  }

  private rebuild(): void {
    const { book, calendar, tree } = this.source;
    const totals = new Map<number, Map<Day, Month>>();
    this.earliest = Infinity;
    this.latest = -Infinity;
    for (const own of listOwn(book, this.measures, calendar)) {
      if (!tree.find(own.unitId)) continue;
      this.earliest = Math.min(this.earliest, own.month.from);
      this.latest = Math.max(this.latest, own.month.to);
      const add = (unitId: number, month: Month) => {
        let months = totals.get(unitId);
        if (!months) totals.set(unitId, (months = new Map()));
        const known = months.get(month.from);
        months.set(month.from, known ? addMonths(known, month) : month);
      };
      for (const unitId of [own.unitId, ...tree.ancestorsOn(own.unitId, own.day)])
        add(unitId, own.month);
      const unknown = new Set(Object.keys(own.month.parts) as TermPart[]);
      for (const below of tree.unitsDuring(own.unitId, own.month))
        if (below.id !== own.unitId) add(below.id, { ...own.month, parts: {}, unknown });
    }
    this.byUnit = new Map(
      [...totals].map(([unitId, months]) => [
        unitId,
        [...months.values()].sort((left, right) => left.from - right.from),
      ]),
    );
  }
}

function addMonths(left: Month, right: Month): Month {
  const parts = { ...left.parts };
  for (const [part, value] of Object.entries(right.parts) as [TermPart, number][])
    parts[part] = (parts[part] ?? 0) + value;
  return {
    ...left,
    parts,
    isProfitOnly: left.isProfitOnly || right.isProfitOnly,
    unknown: new Set([...left.unknown, ...right.unknown]),
  };
}

/** The totals that were given, one a unit and month. */
function* listOwn(
  book: ActivityBook,
  measures: ReadonlyMap<TotalOf, Measure>,
  calendar: FiscalCalendar,
): Generator<{ unitId: number; day: Day; month: Month }> {
  const units = new Map<number, Map<Day, { day: Day; month: Month; profit: number | null }>>();
  for (const [of, measure] of measures) {
    const factor = measure.formula.kind === 'sum' ? measure.formula.factor : 1;
    for (const { unitId, day, value } of book.entriesOf(baseOf(measure.code))) {
      const { from, to } = calendar.periodOf('month', day);
      let months = units.get(unitId);
      if (!months) units.set(unitId, (months = new Map()));
      let own = months.get(from);
      if (!own)
        months.set(
          from,
          (own = {
            day,
            month: { from, to, parts: {}, isProfitOnly: false, unknown: NO_PARTS },
            profit: null,
          }),
        );
      if (of === 'profit') own.profit = value;
      else own.month.parts[of] = Math.round(value / factor);
    }
  }
  for (const [unitId, months] of units)
    for (const { day, month, profit } of months.values()) {
      if (profit !== null) {
        const { revenue } = month.parts;
        month.parts.costed = revenue ?? profit;
        month.parts.cost = (revenue ?? profit) - profit;
        month.isProfitOnly = revenue === undefined;
      }
      yield { unitId, day, month };
    }
}

/** A formula that is computed from deals and adds up, or divides what does. */
export type DealFormula = Extract<Measure['formula'], { kind: 'sum' | 'ratio' }>;

function partsOf(formula: DealFormula): TermPart[] {
  const terms: readonly Term[] =
    formula.kind === 'ratio'
      ? [...formula.numerator.terms, ...formula.denominator.terms]
      : formula.terms;
  return terms.map(({ part }) => part);
}

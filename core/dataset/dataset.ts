import { type Elapsed, elapsedOf } from '../attainment/elapsed';
import { LongElapsed } from '../attainment/longElapsed';
import type { ActivityBook } from '../ledger/activityBook';
import type { DealValues } from '../ledger/dealValues';
import { MonthlyTotals } from '../ledger/monthlyTotals';
import type { Occurrences } from '../ledger/occurrences';
import { buildRollUp, type RollUp } from '../ledger/rollUp';
import type { RunningSums } from '../ledger/runningSums';
import type { UnitSums } from '../ledger/unitSums';
import type { Accumulation, Term } from '../measure/definition';
import { baseOf, type MeasureCode, type Sum } from '../measure/measure';
import type { FigureUnit } from '../money/figureUnit';
import type { Period } from '../period/calendar';
import type { Day, DaySpan } from '../period/day';
import { cutAtSameDate, priorPeriodOf, priorYearOf } from '../period/neighbours';
import type { WorkingDays } from '../period/workingDays';
import { buildRuleBook, type DatedRule, type RuleBook } from '../status/ruleBook';
import { buildTargetLookup, type TargetInputs, type TargetLookup } from '../targets/lookup';
import { SliceTargets } from '../targets/sliceTargets';
import { type TargetSlice, writeSlice } from '../targets/targetSlice';
import type { Ramp } from '../units/ramp';

/** What figures are made of, before anything is derived from it. */
export interface DatasetSource extends TargetInputs {
  /** Targets of slices; left out: there are none. */
  sliceTargets?: SliceTargets | undefined;
  sums: RunningSums;
  /** Sums of whole units, where trees share them. */
  unitSums?: UnitSums;
  occurrences: Occurrences;
  activities: ActivityBook;
  /** Values of single deals, where a measure is a median. */
  dealValues?: DealValues | undefined;
  /** Newcomers of whom less than the full target is asked at first. */
  ramps: ReadonlyMap<number, Ramp>;
  /** Status rules that were set, each from a day on. */
  datedRules: readonly DatedRule[];
  /** The company's dataset, where these show only a part of it: peers are found there. */
  whole?: Dataset | undefined;
  /** ISO 4217 code of the reporting currency. */
  currency: string;
  /** The business date: the last day that counts. */
  asOf: Day;
  /**
   * Whether today's end of business has passed for a unit, by the clock of its branch; without it
   * the business date is over.
   */
  isTodayOver?: ((unitId: number) => boolean) | undefined;
}

/**
 * Everything a figure is computed from. Handed in whole, so that the same books and business date
 * always give the same figures.
 */
export interface Dataset extends DatasetSource {
  lookup: TargetLookup;
  sliceTargets: SliceTargets;
  /** Which target applies to a slice of a unit, by the same order as for a whole one. */
  lookupOf(slice: TargetSlice): TargetLookup;
  rollUp: RollUp;
  rules: RuleBook;
  /** Totals of months from before the first deals. */
  monthlyTotals: MonthlyTotals;
  /** How far a period has run for a unit, by the days its branch works. */
  elapsedOf(unitId: number, period: Period): Elapsed;
  /** The last day of which something is due from a unit: today, once its business has ended. */
  dueThrough(unitId: number): Day;
  /** How far longer periods have run by the targets of their months. */
  longElapsed: LongElapsed;
  /** What a period is compared with, cut at the same point. */
  comparedOf(period: Period): Compared;
}

/** An earlier period and the days of it up to the same point (docs/calculations.md, 10). */
export interface EarlierSpan {
  period: Period;
  span: DaySpan;
}

export interface Compared {
  prior: EarlierSpan;
  /** The prior period's own prior one, cut where the running one stands: what growth grew from. */
  priorOfPrior: EarlierSpan;
  /** Null where the year before has none. */
  priorYear: EarlierSpan | null;
}

/** Derives what figures ask for again and again: target lookup, roll-up, elapsed days. */
export function buildDataset(source: DatasetSource): Dataset {
  const isTodayOver = source.isTodayOver ?? (() => true);
  const elapsed = [false, true].map(() => new WeakMap<WorkingDays, WeakMap<Period, Elapsed>>());
  const compared = new WeakMap<Period, Compared>();
  const sliceTargets = source.sliceTargets ?? new SliceTargets();
  const lookups = new Map<string, TargetLookup>();
  const cut = (period: Period, then: Period): EarlierSpan => ({
    period: then,
    span: cutAtSameDate(period, source.asOf, then),
  });
  let newest: {
    working: WorkingDays;
    isOver: boolean;
    period: Period;
    elapsed: Elapsed;
  } | null = null;
  return {
    ...source,
    lookup: buildTargetLookup(source),
    sliceTargets,
    lookupOf(slice) {
      const key = writeSlice(slice);
      let lookup = lookups.get(key);
      if (!lookup)
        lookups.set(
          key,
          (lookup = buildTargetLookup({
            ...source,
            targets: sliceTargets.bookOf(slice),
            whole: undefined,
          })),
        );
      return lookup;
    },
    rules: buildRuleBook(source.measures, source.datedRules, source.asOf),
    // Of a total that only the whole company sees, nobody's share is known.
    monthlyTotals:
      source.whole?.monthlyTotals ??
      new MonthlyTotals({
        book: source.activities,
        tree: source.tree,
        calendar: source.calendar,
        measures: source.measures.all,
      }),
    rollUp: buildRollUp(
      source.tree,
      source.sums,
      source.occurrences,
      source.unitSums,
      source.dealValues,
    ),
    comparedOf(period) {
      let found = compared.get(period);
      if (!found) {
        const prior = priorPeriodOf(source.calendar, period);
        const priorYear = priorYearOf(source.calendar, period);
        compared.set(
          period,
          (found = {
            prior: cut(period, prior),
            priorOfPrior: cut(period, priorPeriodOf(source.calendar, prior)),
            priorYear: priorYear && cut(period, priorYear),
          }),
        );
      }
      return found;
    },
    elapsedOf(unitId, period) {
      const working = source.workingDaysOf(unitId);
      const isOver = isTodayOver(unitId);
      if (newest?.working === working && newest.period === period && newest.isOver === isOver)
        return newest.elapsed;
      const ofWorking = elapsed[isOver ? 1 : 0]!;
      let ofPeriods = ofWorking.get(working);
      if (!ofPeriods) ofWorking.set(working, (ofPeriods = new WeakMap()));
      let found = ofPeriods.get(period);
      if (!found) ofPeriods.set(period, (found = elapsedOf(period, source.asOf, working, isOver)));
      newest = { working, isOver, period, elapsed: found };
      return found;
    },
    longElapsed: new LongElapsed(),
    dueThrough: (unitId) => (isTodayOver(unitId) ? source.asOf : source.asOf - 1),
  };
}

/** What the values of a measure are counted in. */
export function figureUnitOf(
  { currency, measures }: Pick<Dataset, 'currency' | 'measures'>,
  code: MeasureCode,
): FigureUnit {
  const { valueKind, decimals } = measures.get(code);
  return valueKind === 'money' ? { kind: 'money', currency } : { kind: valueKind, decimals };
}

/**
 * A unit's value in a span, up to the business date: each salesperson for the days they stood under
 * it. Sums of nothing are 0; null where there is nothing to divide by, or nothing was typed in. In
 * whole units of the measure's last decimal; a ratio may have fractions.
 */
export function valueIn(
  dataset: Dataset,
  unitId: number,
  code: MeasureCode,
  span: DaySpan,
): number | null {
  const { formula } = dataset.measures.get(code);
  const counted = { from: span.from, to: Math.min(span.to, dataset.asOf + 1) };
  if (formula.kind === 'typed')
    return readTyped(dataset, unitId, { measure: baseOf(code), ...formula }, counted);
  // Of a month that has a total instead of deals nobody knows what is counted apart.
  if (formula.kind === 'distinct')
    return dataset.monthlyTotals.monthsIn(unitId, counted).length > 0
      ? null
      : scale(dataset.rollUp.countDistinct(unitId, formula.field, counted), formula.factor);
  if (formula.kind === 'median') {
    const median = dataset.rollUp.median(unitId, formula.part, counted);
    return median === null ? null : scale(median, formula.factor);
  }
  const totals = dataset.monthlyTotals.within(unitId, formula, counted);
  if (totals === null) return null;
  const sum = (terms: readonly Term[]) =>
    sumTerms(dataset, unitId, terms, counted) + totals.sumOf(terms);
  if (formula.kind === 'sum') {
    const value = sum(formula.terms);
    return formula.factor === 1 ? value : scale(value, formula.factor);
  }
  const side = ({ terms, typed }: Sum) =>
    typed === null
      ? sum(terms)
      : readTyped(dataset, unitId, { measure: typed, accumulation: 'sum' }, counted);
  return divide(side(formula.numerator), side(formula.denominator), formula.factor);
}

/** What was typed in of a measure; null when nothing was: that is no 0. */
function readTyped(
  { activities, tree }: Dataset,
  unitId: number,
  { measure, accumulation }: { measure: string; accumulation: Accumulation },
  span: DaySpan,
): number | null {
  return span.to <= span.from ? null : activities.read(tree, unitId, measure, accumulation, span);
}

function divide(
  numerator: number | null,
  denominator: number | null,
  factor: number,
): number | null {
  return numerator === null || denominator === null || denominator === 0
    ? null
    : scale(numerator / denominator, factor);
}

/** What totals from before give a figure: its months, and their value where it adds up. */
export interface TotalsInFigure {
  months: readonly DaySpan[];
  value: number | null;
  /** The span cuts a month, or a month has not all the figure is made of: the figure is not known. */
  isUnknown: boolean;
}

/** The totals from before in a unit's figure; null where there are none. */
export function totalsIn(
  dataset: Dataset,
  unitId: number,
  code: MeasureCode,
  span: DaySpan,
): TotalsInFigure | null {
  const { formula } = dataset.measures.get(code);
  const counted = { from: span.from, to: Math.min(span.to, dataset.asOf + 1) };
  if (formula.kind === 'typed' || formula.kind === 'median') return null;
  const all = dataset.monthlyTotals.monthsIn(unitId, counted);
  if (all.length === 0) return null;
  if (formula.kind === 'distinct') return { months: all, value: null, isUnknown: true };
  const totals = dataset.monthlyTotals.within(unitId, formula, counted);
  if (totals === null) return { months: all, value: null, isUnknown: true };
  if (totals.months.length === 0) return null;
  return {
    months: totals.months,
    value: formula.kind === 'sum' ? scale(totals.sumOf(formula.terms), formula.factor) : null,
    isUnknown: false,
  };
}

/**
 * How many deals of a span a figure excludes because a date or value of theirs is missing.
 */
export function excludedIn(
  dataset: Dataset,
  unitId: number,
  code: MeasureCode,
  span: DaySpan,
): number {
  const { excluded } = dataset.measures.get(code);
  return excluded === null
    ? 0
    : sumTerms(dataset, unitId, excluded, {
        from: span.from,
        to: Math.min(span.to, dataset.asOf + 1),
      });
}

/** Where something always adds up, nothing is 0. */
export function bookedIn(
  dataset: Dataset,
  unitId: number,
  code: MeasureCode,
  span: DaySpan,
): number {
  return valueIn(dataset, unitId, code, span) ?? 0;
}

function sumTerms(
  { rollUp }: Dataset,
  unitId: number,
  terms: readonly Term[],
  span: DaySpan,
): number {
  if (terms.length === 1 && terms[0]!.sign === 1) return rollUp.sum(unitId, terms[0]!.part, span);
  let total = 0;
  for (const { part, sign } of terms) total += sign * rollUp.sum(unitId, part, span);
  return total;
}

/**
 * Twelve digits: 30 % must be exactly 30 % when it is compared with a cut, whatever a division
 * leaves in the sixteenth digit.
 */
function scale(value: number, factor: number): number {
  const scaled = value * factor;
  return Number.isInteger(scaled) ? scaled : Number(scaled.toPrecision(12));
}

/**
 * What one person booked in a span, wherever they stood; 0 for what does not add up. Of people who
 * stood in no unit, whom no roll-up holds.
 */
export function valueOfPerson(
  { measures, sums, occurrences }: Dataset,
  salespersonId: number,
  code: MeasureCode,
  { from, to }: DaySpan,
): number {
  const { formula } = measures.get(code);
  if (formula.kind !== 'sum') return 0;
  const sum = formula.terms.reduce(
    (total, { part, sign }) =>
      total +
      sign *
        (part === 'newCustomers'
          ? occurrences.countNewCustomers(salespersonId, { from, to })
          : sums.sum(part, salespersonId, from, to)),
    0,
  );
  return scale(sum, formula.factor);
}

/**
 * Booked in the span by people who stood in no unit that day; said wherever a company total is
 * shown (docs/calculations.md, 3). Always 0 for what does not add up.
 */
export function unassignedIn(dataset: Dataset, code: MeasureCode, span: DaySpan): number {
  const { formula } = dataset.measures.get(code);
  if (!dataset.tree.root || formula.kind !== 'sum') return 0;
  const counted = { from: span.from, to: Math.min(span.to, dataset.asOf + 1) };
  const sumOfAll = ({ part }: Term) =>
    part === 'newCustomers'
      ? dataset.occurrences.countAllNewCustomers(counted)
      : dataset.sums.sumOfAll(part, counted);
  const all = formula.terms.reduce((sum, term) => sum + term.sign * sumOfAll(term), 0);
  return scale(
    all - sumTerms(dataset, dataset.tree.root.id, formula.terms, counted),
    formula.factor,
  );
}

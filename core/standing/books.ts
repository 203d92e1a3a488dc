import { buildRollUp, type RollUp } from '../ledger/rollUp';
import type { RunningSums } from '../ledger/runningSums';
import { MEASURES, type MeasureCode } from '../measure/measure';
import type { FigureUnit } from '../money/format';
import type { Period } from '../period/calendar';
import type { Day, DaySpan } from '../period/day';
import type { WorkingDays } from '../period/workingDays';
import type { StatusRules } from '../status/rule';
import { buildTargetLookup, type TargetLookup, type TargetSource } from '../target/lookup';
import { elapsedOf, type Elapsed } from './elapsed';

/** What figures are made of, before anything is derived from it. */
export interface BookSource extends TargetSource {
  sums: RunningSums;
  rules: StatusRules;
  /** ISO 4217 code of the reporting currency. */
  currency: string;
  /** The business date: the last day that counts. */
  asOf: Day;
}

/** Everything a figure is computed from. Handed in whole, so that the same books and business date always give the same figures. */
export interface Books extends BookSource {
  lookup: TargetLookup;
  rollUp: RollUp;
  /** How far a period has run for a unit, by the days its branch works. */
  elapsedOf(unitId: number, period: Period): Elapsed;
}

/** Derives what figures ask for again and again: target lookup, roll-up, elapsed days. */
export function buildBooks(source: BookSource): Books {
  const elapsed = new WeakMap<WorkingDays, WeakMap<Period, Elapsed>>();
  return {
    ...source,
    lookup: buildTargetLookup(source),
    rollUp: buildRollUp(source.tree, source.sums),
    elapsedOf(unitId, period) {
      const working = source.workingDaysOf(unitId);
      let ofPeriods = elapsed.get(working);
      if (!ofPeriods) elapsed.set(working, (ofPeriods = new WeakMap()));
      let found = ofPeriods.get(period);
      if (!found) ofPeriods.set(period, (found = elapsedOf(period, source.asOf, working)));
      return found;
    },
  };
}

export function figureUnitOf(books: Pick<Books, 'currency'>, measure: MeasureCode): FigureUnit {
  return MEASURES[measure].unit === 'money' ? { kind: 'money', currency: books.currency } : { kind: 'count' };
}

/** What a unit booked in a span, up to the business date: each salesperson for the days they stood under it. */
export function bookedIn(books: Books, unitId: number, measure: MeasureCode, span: DaySpan): number {
  return books.rollUp.sum(unitId, MEASURES[measure].formula.part, { from: span.from, to: Math.min(span.to, books.asOf + 1) });
}

/** Booked in the span by people who stood in no unit that day; said wherever a company total is shown (CALCULATIONS 3). */
export function unplacedIn(books: Books, measure: MeasureCode, span: DaySpan): number {
  if (!books.tree.root) return 0;
  const all = books.sums.sumOfAll(MEASURES[measure].formula.part, { from: span.from, to: Math.min(span.to, books.asOf + 1) });
  return all - bookedIn(books, books.tree.root.id, measure, span);
}

import type { FieldFault } from '#contract/errors/catalogue';
import type { TargetChange } from '#contract/schemas/target';
import type { MeasureCode } from '#core/measure/measure';
import { parseDecimal } from '#core/money/amount';
import { decimalsOf } from '#core/money/format';
import type { FiscalCalendar, Period } from '#core/period/calendar';
import { figureUnitOf, type Books } from '#core/standing/books';
import type { UnitTree } from '#core/units/tree';
import type { Unit } from '#core/units/unit';

export interface TargetFacts {
  unit: Unit;
  period: Period;
  measure: MeasureCode;
  target: number | null;
  floor: number | null;
  stretch: number | null;
  note: string | null;
  version: number | undefined;
}

export interface TargetChecker {
  /** The tree the writer may set targets in. */
  tree: UnitTree;
  /** The whole tree, to tell "outside yours" from "does not exist". */
  fullTree: UnitTree;
  calendar: FiscalCalendar;
  decimalsOf: DecimalsOf;
}

/** How many decimals the values of a measure have; null for a code that is none. */
export type DecimalsOf = (measure: MeasureCode) => number | null;

export function buildDecimalsOf(books: Pick<Books, 'measures' | 'currency'>): DecimalsOf {
  return (code) => (books.measures.find(code) ? decimalsOf(figureUnitOf(books, code)) : null);
}

export type CheckedTarget = { ok: true; facts: TargetFacts } | { ok: false; faults: FieldFault[] };

const SETTABLE: readonly Period['kind'][] = ['year', 'quarter', 'month', 'day'];

/** Checks one target and names each fault at its field. */
export function checkTarget(change: TargetChange, checker: TargetChecker): CheckedTarget {
  const faults: FieldFault[] = [];
  const unit = checker.tree.findByCode(change.unit.trim());
  if (!unit) faults.push({ field: 'unit', code: checker.fullTree.findByCode(change.unit.trim()) ? 'outsideUnit' : 'unknownUnit' });
  const period = checker.calendar.parse(change.period);
  const settable = period && SETTABLE.includes(period.kind);
  if (!settable) faults.push({ field: 'period', code: 'unknownPeriod' });
  const decimals = checker.decimalsOf(change.measure);
  if (decimals === null) faults.push({ field: 'measure', code: 'unknownMeasure' });
  if (unit && settable && !checker.tree.isActiveDuring(unit.id, period)) faults.push({ field: 'unit', code: 'notInTree' });

  const read = (field: 'target' | 'floor' | 'stretch') => (decimals === null ? null : readValue(change[field], field, decimals, faults));
  const [target, floor, stretch] = [read('target'), read('floor'), read('stretch')];
  if (target === null && (floor !== null || stretch !== null)) faults.push({ field: 'target', code: 'partWithoutTarget' });
  if (target !== null && ((floor ?? target) > target || (stretch ?? target) < target)) faults.push({ field: 'target', code: 'order' });
  if (faults.length > 0) return { ok: false, faults };
  return { ok: true, facts: { unit: unit!, period: period!, measure: change.measure, target, floor, stretch, note: change.note?.trim() || null, version: change.version } };
}

function readValue(text: string | null | undefined, field: string, decimals: number, faults: FieldFault[]): number | null {
  if (text == null || text.trim() === '') return null;
  const result = parseDecimal(text, decimals);
  if (!result.ok) faults.push({ field, code: decimals === 0 && result.fault === 'tooManyDecimals' ? 'wholeNumber' : result.fault, params: { decimals } });
  else if (result.minor < 0) faults.push({ field, code: 'negative' });
  else return result.minor;
  return null;
}

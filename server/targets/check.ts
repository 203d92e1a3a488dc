import type { FieldFault } from '#contract/errors/catalogue';
import type { TargetChange } from '#contract/schemas/target';
import { isMeasureCode, MEASURE_CODES, MEASURES, type MeasureCode } from '#core/measure/measure';
import { parseAmount } from '#core/money/amount';
import type { FiscalCalendar, Period } from '#core/period/calendar';
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
  currency: string;
}

export type CheckedTarget = { ok: true; facts: TargetFacts } | { ok: false; faults: FieldFault[] };

const SETTABLE: readonly Period['kind'][] = ['year', 'quarter', 'month', 'day'];

/** Checks one target and names each fault at its field. */
export function checkTarget(change: Omit<TargetChange, 'measure'> & { measure: string }, checker: TargetChecker): CheckedTarget {
  const faults: FieldFault[] = [];
  const unit = checker.tree.findByCode(change.unit.trim());
  if (!unit) faults.push({ field: 'unit', code: checker.fullTree.findByCode(change.unit.trim()) ? 'outsideUnit' : 'unknownUnit' });
  const period = checker.calendar.parse(change.period);
  const settable = period && SETTABLE.includes(period.kind);
  if (!settable) faults.push({ field: 'period', code: 'unknownPeriod' });
  if (!isMeasureCode(change.measure)) faults.push({ field: 'measure', code: 'unknownMeasure', params: { measures: MEASURE_CODES.join(', ') } });
  if (unit && settable && !checker.tree.isActiveDuring(unit.id, period)) faults.push({ field: 'unit', code: 'notInTree' });

  const measure = change.measure as MeasureCode;
  const read = (field: 'target' | 'floor' | 'stretch') => isMeasureCode(measure) ? readValue(change[field], field, measure, checker.currency, faults) : null;
  const [target, floor, stretch] = [read('target'), read('floor'), read('stretch')];
  if (target === null && (floor !== null || stretch !== null)) faults.push({ field: 'target', code: 'partWithoutTarget' });
  if (target !== null && ((floor ?? target) > target || (stretch ?? target) < target)) faults.push({ field: 'target', code: 'order' });
  if (faults.length > 0) return { ok: false, faults };
  return { ok: true, facts: { unit: unit!, period: period!, measure, target, floor, stretch, note: change.note?.trim() || null, version: change.version } };
}

function readValue(text: string | null | undefined, field: string, measure: MeasureCode, currency: string, faults: FieldFault[]): number | null {
  if (text == null || text.trim() === '') return null;
  // A count has no minor unit: read it as a currency without decimals.
  const isMoney = MEASURES[measure].unit === 'money';
  const result = parseAmount(text, isMoney ? currency : 'JPY');
  if (!result.ok) faults.push({ field, code: !isMoney && result.fault === 'tooManyDecimals' ? 'wholeNumber' : result.fault, params: { currency } });
  else if (result.minor < 0) faults.push({ field, code: 'negative' });
  else return result.minor;
  return null;
}

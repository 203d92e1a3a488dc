import type { FieldFault } from '#contract/errors/catalogue';
import type { OwnTarget } from '#contract/schemas/planGrid';
import type { TargetChange } from '#contract/schemas/target';
import { type Dataset, figureUnitOf } from '#core/dataset/dataset';
import type { MeasureCode } from '#core/measure/measure';
import { parseDecimal } from '#core/money/amount';
import { exponentOf } from '#core/money/currency';
import { decimalsOf } from '#core/money/figureUnit';
import { convertMinor } from '#core/money/rate';
import type { FiscalCalendar, Period } from '#core/period/calendar';
import { isSliceMeasure } from '#core/slices/lineTable';
import type { TargetSlice } from '#core/targets/targetSlice';
import type { UnitTree } from '#core/units/tree';
import type { Unit } from '#core/units/unit';
import { partInSentence } from '#wording/takenApart';
import type { Scope } from '../access/index';
import type { KnownSlices } from '../lists/index';

export interface TargetFacts {
  unit: Unit;
  period: Period;
  measure: MeasureCode;
  /** What of the unit's business it is for; null: all of it. */
  slice: TargetSlice | null;
  target: number | null;
  floor: number | null;
  stretch: number | null;
  /**
   * As it was set, where that was in another currency; the amounts before are converted by the
   * plan's rate.
   */
  own: OwnTarget | null;
  /** Left out: the one that stands stays. */
  note: string | null | undefined;
  version: number | undefined;
}

export interface TargetChecker {
  /** The tree the writer may set targets in. */
  tree: UnitTree;
  /** The whole tree, to tell "outside yours" from "does not exist". */
  fullTree: UnitTree;
  calendar: FiscalCalendar;
  /** What there can be slices of. */
  slices: KnownSlices;
  decimalsOf: DecimalsOf;
  /** ISO 4217 code of the reporting currency. */
  currency: string;
  isMoney(measure: MeasureCode): boolean;
  /** The plan's fixed rate of a currency; null for none. */
  rateOf(currency: string): string | null;
}

/** How many decimals the values of a measure have; null for a code that is none. */
export type DecimalsOf = (measure: MeasureCode) => number | null;

/** What targets of a plan are checked against. */
export function buildTargetChecker(
  scope: Scope,
  fullTree: UnitTree,
  rates: Readonly<Record<string, string>>,
  slices: KnownSlices,
): TargetChecker {
  const { dataset } = scope;
  return {
    tree: dataset.tree,
    fullTree,
    calendar: dataset.calendar,
    slices,
    decimalsOf: buildDecimalsOf(dataset),
    currency: dataset.currency,
    isMoney: (code) => dataset.measures.find(code)?.valueKind === 'money',
    rateOf: (currency) => rates[currency] ?? null,
  };
}

export function buildDecimalsOf(dataset: Pick<Dataset, 'measures' | 'currency'>): DecimalsOf {
  return (code) => (dataset.measures.find(code) ? decimalsOf(figureUnitOf(dataset, code)) : null);
}

export type CheckedTarget = { ok: true; facts: TargetFacts } | { ok: false; faults: FieldFault[] };

const SETTABLE: readonly Period['kind'][] = ['year', 'quarter', 'month', 'week', 'day'];

/** Checks one target and names each fault at its field. */
export function checkTarget(change: TargetChange, checker: TargetChecker): CheckedTarget {
  const faults: FieldFault[] = [];
  const unit = checker.tree.findByCode(change.unit.trim());
  if (!unit) faults.push({ field: 'unit', code: 'unknownUnit' });
  const period = checker.calendar.parse(change.period);
  const settable = period && SETTABLE.includes(period.kind);
  if (!settable) faults.push({ field: 'period', code: 'unknownPeriod' });
  const decimals = checker.decimalsOf(change.measure);
  if (decimals === null) faults.push({ field: 'measure', code: 'unknownMeasure' });
  if (unit && settable && !checker.tree.isActiveDuring(unit.id, period))
    faults.push({ field: 'unit', code: 'notInTree' });

  const slice = change.slice ? checker.slices.find(change.slice) : null;
  if (slice === undefined)
    faults.push({
      field: 'slice',
      code: 'unknownSlice',
      params: { dimension: partInSentence(change.slice!.by) },
    });
  if (change.slice && !isSliceMeasure(change.measure))
    faults.push({ field: 'measure', code: 'sliceMeasure' });

  const foreign = readCurrency(change, checker, faults);
  const read = (field: 'target' | 'floor' | 'stretch') =>
    decimals === null
      ? null
      : readValue(change[field], field, foreign ? exponentOf(foreign.currency) : decimals, faults);
  const typed = { target: read('target'), floor: read('floor'), stretch: read('stretch') };
  const { target, floor, stretch } = foreign ? convert(typed, foreign, checker.currency) : typed;
  if (target === null && (floor !== null || stretch !== null))
    faults.push({ field: 'target', code: 'partWithoutTarget' });
  if (target !== null && ((floor ?? target) > target || (stretch ?? target) < target))
    faults.push({ field: 'target', code: 'order' });
  if (faults.length > 0) return { ok: false, faults };
  return {
    ok: true,
    facts: {
      unit: unit!,
      period: period!,
      measure: change.measure,
      slice: slice ?? null,
      target,
      floor,
      stretch,
      own:
        foreign && typed.target !== null
          ? { currency: foreign.currency, ...typed, target: typed.target }
          : null,
      note: change.note === undefined ? undefined : change.note?.trim() || null,
      version: change.version,
    },
  };
}

interface Foreign {
  currency: string;
  rate: string;
}

function readCurrency(
  change: TargetChange,
  checker: TargetChecker,
  faults: FieldFault[],
): Foreign | null {
  const { currency } = change;
  if (!currency || currency === checker.currency) return null;
  const rate = checker.rateOf(currency);
  if (!checker.isMoney(change.measure))
    faults.push({ field: 'currency', code: 'currencyNotMoney' });
  else if (rate === null)
    faults.push({ field: 'currency', code: 'noPlanRate', params: { currency } });
  else return { currency, rate };
  return null;
}

type Amounts = Pick<TargetFacts, 'target' | 'floor' | 'stretch'>;

/** By the plan's fixed rate, each amount rounded once (docs/calculations.md, 1). */
function convert(
  { target, floor, stretch }: Amounts,
  { currency, rate }: Foreign,
  reporting: string,
): Amounts {
  const one = (value: number | null) =>
    value === null ? null : convertMinor(value, currency, reporting, rate);
  return { target: one(target), floor: one(floor), stretch: one(stretch) };
}

function readValue(
  text: string | null | undefined,
  field: string,
  decimals: number,
  faults: FieldFault[],
): number | null {
  if (text == null || text.trim() === '') return null;
  const result = parseDecimal(text, decimals);
  if (!result.ok)
    faults.push({
      field,
      code: decimals === 0 && result.fault === 'tooManyDecimals' ? 'wholeNumber' : result.fault,
      params: { decimals },
    });
  else if (result.minor < 0) faults.push({ field, code: 'negative' });
  else return result.minor;
  return null;
}

import { type CustomAddend, customPartOf, unitOfCustom } from './customPart';
import {
  type Accumulation,
  type DealAddend,
  type Definition,
  type DistinctField,
  isTyped,
  type RatioAddend,
  scaleOf,
  type Term,
  termsOf,
  unitOfAddend,
} from './definition';
import { listCustomAddends, medianAddends, undatedAddend } from './measureParts';
import type { Part } from './part';

export const VALUE_KINDS = ['money', 'count', 'percent', 'days'] as const;
export type ValueKind = (typeof VALUE_KINDS)[number];

export const DIRECTIONS = ['higher', 'lower'] as const;
/** Whether more or less is better: a matter of the measure, never of a picture (GUARDS 28). */
export type Direction = (typeof DIRECTIONS)[number];

/** A measure as it is kept and shown. */
export interface MeasureRecord {
  /**
   * Stands in targets and files. A later version of the same measure is `code@2`: what was made
   * with the first keeps it.
   */
  code: string;
  name: string;
  group: string;
  valueKind: ValueKind;
  /** Of values that are no money; those of money come from the currency. */
  decimals: number;
  direction: Direction;
  definition: Definition;
  description: string;
}

export type MeasureCode = string;

/** Terms of deals, or the code of a typed-in measure. */
export type Sum = { terms: readonly Term[]; typed: null } | { terms: readonly []; typed: string };

type Formula =
  | { kind: 'sum'; terms: readonly Term[]; factor: number }
  | { kind: 'ratio'; numerator: Sum; denominator: Sum; factor: number }
  | { kind: 'distinct'; field: DistinctField; factor: number }
  /** Of the values of single deals, of which `count` says how many there are. */
  | { kind: 'median'; part: Part; count: Part; factor: number }
  | { kind: 'typed'; accumulation: Accumulation };

/**
 * How a target of the whole concerns its parts: it is the sum of theirs, it is theirs too, or it
 * says nothing of them.
 */
export type TargetSpread = 'adds' | 'sameForParts' | 'none';

/**
 * A measure ready to compute with. Its values are whole units of its last decimal (minor units for
 * money); those of ratios may have fractions.
 */
export interface Measure extends MeasureRecord {
  formula: Formula;
  overTime: TargetSpread;
  overUnits: TargetSpread;
  /**
   * A higher-is-better sum or count: it has an elapsed share, and can be made before its period
   * closes (docs/calculations.md, 7 and 8).
   */
  isCumulative: boolean;
  /** Deals that are excluded because a date or value of theirs is missing; null: none can be. */
  excluded: readonly Term[] | null;
  /** What it needs of deals beside what the daily totals always keep. */
  customAddends: readonly CustomAddend[];
}

export function buildMeasure(record: MeasureRecord): Measure {
  const formula = toFormula(record);
  const [overTime, overUnits] = spreadOf(formula);
  return {
    ...record,
    formula,
    overTime,
    overUnits,
    isCumulative: overTime === 'adds' && record.direction === 'higher',
    excluded: toExcluded(record.definition),
    customAddends: listCustomAddends(record.definition),
  };
}

/** Deals that lack what is measured, or the date that would place them. */
function toExcluded(definition: Definition): readonly Term[] | null {
  const plus = (addend: DealAddend | CustomAddend) => termsOf(addend);
  const minus = (addend: DealAddend | CustomAddend) =>
    termsOf(addend).map((term): Term => ({ ...term, sign: -1 }));
  const undated = undatedAddend(definition);
  const terms = undated.flatMap(plus);
  if (definition.kind === 'duration') {
    const { states } = definition;
    return [...plus({ field: 'deals', states }), ...minus({ field: 'timedDeals', states })];
  }
  if (
    definition.kind === 'median' ||
    definition.kind === 'elapsed' ||
    definition.kind === 'share'
  ) {
    const { states, placedBy, of } = definition;
    const all: CustomAddend = { custom: { kind: 'deals' }, states, placedBy };
    const counted: CustomAddend =
      definition.kind === 'median'
        ? medianAddends(definition)[1]
        : {
            custom: { kind: 'timed', from: definition.of.from, to: definition.of.to },
            states,
            placedBy,
          };
    if (!('kind' in of) || of.kind !== 'size') terms.push(...plus(all), ...minus(counted));
  }
  return terms.length > 0 ? terms : null;
}

function toFormula({ definition, valueKind, decimals }: MeasureRecord): Formula {
  const fine = valueKind === 'money' ? 1 : 10 ** decimals;
  switch (definition.kind) {
    case 'sum':
    case 'count':
      return {
        kind: 'sum',
        terms: termsOf(definition.of),
        factor: fine / scaleOf(definition.of),
      };
    case 'distinct':
      return { kind: 'distinct', field: definition.of, factor: fine };
    case 'duration':
      return toRatio(
        { field: 'days', states: definition.states },
        { field: 'timedDeals', states: definition.states },
        fine,
      );
    case 'ratio':
      return toRatio(
        definition.numerator,
        definition.denominator,
        valueKind === 'percent' ? fine * 100 : fine,
      );
    case 'elapsed': {
      const { of, states, placedBy } = definition;
      const { from, to } = of;
      return toRatio(
        { custom: { kind: 'days', from, to }, states, placedBy },
        { custom: { kind: 'timed', from, to }, states, placedBy },
        fine,
      );
    }
    case 'share': {
      const { of, most, states, placedBy } = definition;
      const { from, to } = of;
      return toRatio(
        { custom: { kind: 'within', from, to, most }, states, placedBy },
        { custom: { kind: 'timed', from, to }, states, placedBy },
        fine * 100,
      );
    }
    case 'median': {
      const [value, count] = medianAddends(definition);
      return {
        kind: 'median',
        part: customPartOf(value),
        count: customPartOf(count),
        factor: fine / scaleOf(value),
      };
    }
    case 'typed':
      return { kind: 'typed', accumulation: definition.accumulation };
  }
}

type Side = RatioAddend | CustomAddend;

function toRatio(numerator: Side, denominator: Side, fine: number): Formula {
  return {
    kind: 'ratio',
    numerator: toSum(numerator),
    denominator: toSum(denominator),
    factor: (fine * scaleOf(denominator)) / scaleOf(numerator),
  };
}

function toSum(addend: Side): Sum {
  return isTyped(addend)
    ? { terms: [], typed: addend.measure }
    : { terms: termsOf(addend), typed: null };
}

/**
 * Only additive measures are added up or shared out; for a ratio the target of a part is that of
 * the whole (docs/calculations.md, 5).
 */
function spreadOf(formula: Formula): [TargetSpread, TargetSpread] {
  if (formula.kind === 'sum') return ['adds', 'adds'];
  if (formula.kind === 'ratio' || formula.kind === 'median')
    return ['sameForParts', 'sameForParts'];
  // A distinct count of the whole says nothing of its parts: two people may share a customer.
  if (formula.kind === 'distinct') return ['none', 'none'];
  if (formula.accumulation === 'sum') return ['adds', 'adds'];
  return formula.accumulation === 'last'
    ? ['sameForParts', 'adds']
    : ['sameForParts', 'sameForParts'];
}

/** What a ratio of two counts may be. */
export const COUNT_RATIO_UNITS = ['percent', 'count'] as const satisfies readonly ValueKind[];

/** The unit a definition gives; null where its maker has a choice: typed-in ones, ratios of counts. */
export function unitOf(definition: Definition): ValueKind | null {
  switch (definition.kind) {
    case 'sum':
    case 'count':
      return unitOfAddend(definition.of) === 'money' ? 'money' : 'count';
    case 'distinct':
      return 'count';
    case 'duration':
    case 'elapsed':
      return 'days';
    case 'share':
      return 'percent';
    case 'median': {
      const unit = unitOfCustom(medianAddends(definition)[0]);
      return unit === 'quantity' ? 'count' : unit;
    }
    case 'ratio': {
      const [upper, lower] = [
        unitOfAddend(definition.numerator),
        unitOfAddend(definition.denominator),
      ];
      // Calls a deal are a number, won of decided deals a percent.
      if (upper === 'count' && lower === 'count') return null;
      if (upper === lower) return 'percent';
      return upper === 'money' ? 'money' : upper === 'days' ? 'days' : 'count';
    }
    case 'typed':
      return null;
  }
}

const VERSIONED = /^(.+)@(\d+)$/;

/**
 * The code without its version: what typed-in values are kept under, whatever is computed from
 * them.
 */
export function baseOf(code: MeasureCode): string {
  return VERSIONED.exec(code)?.[1] ?? code;
}

/** 1 for a bare code. */
export function versionOf(code: MeasureCode): number {
  return Number(VERSIONED.exec(code)?.[2] ?? 1);
}

/** The code of a version of a measure. */
export function codeOfVersion(base: string, version: number): MeasureCode {
  return version === 1 ? base : `${base}@${version}`;
}

import type { CustomField } from '#contract/schemas/customField';
import type { MeasureInput, MeasureView } from '#contract/schemas/measure';
import type { DaysBetween } from '#core/measure/customPart';
import {
  type Accumulation,
  DEAL_STATES,
  type DealAddend,
  type Definition,
  type DistinctField,
  type Field,
  FIELD_UNITS,
  FIELDS,
  isCustom,
  isTyped,
  type MedianOf,
  type PlacedDeals,
  type RatioAddend,
  statesOf,
  TYPED_ADDEND_KINDS,
  type TypedAddend,
} from '#core/measure/definition';
import { COUNT_RATIO_UNITS, type Direction, unitOf, type ValueKind } from '#core/measure/measure';
import { nameOfAddend, nameOfCustom, nameOfDate } from '#wording/fieldNames';
import { placedByOf } from './addendForm';

export const KINDS = [
  'sum',
  'count',
  'distinct',
  'ratio',
  'duration',
  'elapsed',
  'median',
  'share',
  'typed',
] as const;
export type Kind = (typeof KINDS)[number];

export const KIND_NAMES: Record<Kind, string> = {
  sum: 'Sum of a field of deals',
  count: 'Count of deals',
  distinct: 'Count of different customers, products or locations',
  ratio: 'Ratio of two sums',
  duration: 'Days from opening to closing, on average',
  elapsed: 'Days between two dates, on average',
  median: 'Median of single deals',
  share: 'Share of deals within so many days',
  typed: 'Typed in',
};
export const UNIT_NAMES: Record<ValueKind, string> = {
  money: 'money',
  count: 'a number',
  percent: 'percent',
  days: 'days',
};

type RatioUnit = (typeof COUNT_RATIO_UNITS)[number];

/** What is chosen and typed in the dialog. */
export interface MeasureForm {
  code: string;
  name: string;
  group: string;
  description: string;
  kind: Kind;
  of: DealAddend;
  /** Of deals taken one by one: which, and by which date they count. */
  placed: PlacedDeals;
  between: DaysBetween;
  median: MedianOf['kind'];
  /** The field a median is of. */
  medianField: string;
  most: number;
  numerator: RatioAddend;
  denominator: RatioAddend;
  distinct: DistinctField;
  accumulation: Accumulation;
  /** The maker's choice only where the computation leaves one. */
  unit: ValueKind;
  /** Of a ratio of counts; null: nothing was chosen yet. */
  ratioUnit: RatioUnit | null;
  decimals: number;
  direction: Direction;
}

const EMPTY: MeasureForm = {
  code: '',
  name: '',
  group: 'Activities',
  description: '',
  kind: 'typed',
  of: { field: 'amount', states: ['won'] },
  placed: { states: ['won'], placedBy: 'closedOn' },
  between: { from: 'openedOn', to: 'closedOn' },
  median: 'days',
  medianField: '',
  most: 30,
  numerator: { field: 'deals', states: ['won'] },
  denominator: { field: 'deals', states: ['won', 'lost'] },
  distinct: 'customer',
  accumulation: 'sum',
  unit: 'count',
  ratioUnit: null,
  decimals: 0,
  direction: 'higher',
};

/** The fields a kind of sum may be of. */
export function fieldsOf(kind: 'sum' | 'count' | 'ratio'): Field[] {
  const all: Field[] = [...FIELDS];
  if (kind === 'ratio') return all;
  return kind === 'count'
    ? ['deals', 'newCustomers']
    : all.filter(
        (field) => ['money', 'quantity'].includes(FIELD_UNITS[field]) && field !== 'costedAmount',
      );
}

export function toForm(measure: MeasureView | null): MeasureForm {
  if (!measure) return EMPTY;
  const { definition } = measure;
  return {
    ...EMPTY,
    code: measure.code,
    name: measure.name,
    group: measure.group,
    description: measure.description,
    kind: definition.kind,
    unit: measure.valueKind,
    decimals: measure.decimals,
    direction: measure.direction,
    ...(definition.kind === 'sum' || definition.kind === 'count' ? { of: definition.of } : {}),
    ...(definition.kind === 'ratio'
      ? {
          numerator: definition.numerator,
          denominator: definition.denominator,
          ratioUnit: COUNT_RATIO_UNITS.find((each) => each === measure.valueKind) ?? null,
        }
      : {}),
    ...(definition.kind === 'distinct' ? { distinct: definition.of } : {}),
    ...(definition.kind === 'duration'
      ? { of: { field: 'days' as const, states: definition.states } }
      : {}),
    ...(definition.kind === 'typed' ? { accumulation: definition.accumulation } : {}),
    ...placedForm(definition),
  };
}

function placedForm(definition: Definition): Partial<MeasureForm> {
  switch (definition.kind) {
    case 'elapsed':
    case 'share': {
      const { of, states, placedBy } = definition;
      return {
        between: of,
        placed: { states, placedBy },
        ...(definition.kind === 'share' ? { most: definition.most } : {}),
      };
    }
    case 'median': {
      const { of, states, placedBy } = definition;
      return {
        median: of.kind,
        placed: { states, placedBy },
        ...(of.kind === 'days' ? { between: { from: of.from, to: of.to } } : {}),
        ...(of.kind === 'value' ? { medianField: of.field } : {}),
      };
    }
    default:
      return {};
  }
}

/** Another kind keeps only what it can use. */
export function withKind(form: MeasureForm, kind: Kind): MeasureForm {
  const field: Field = kind === 'count' ? 'deals' : kind === 'duration' ? 'days' : 'amount';
  const of =
    kind === 'sum' || kind === 'count' || kind === 'duration'
      ? { field, states: statesOf(field).filter((state) => form.of.states.includes(state)) }
      : form.of;
  return {
    ...form,
    kind,
    of: of.states.length > 0 ? of : ({ ...of, states: ['won'] } as DealAddend),
  };
}

export function toDefinition(form: MeasureForm, fields: readonly CustomField[] = []): Definition {
  switch (form.kind) {
    case 'sum':
      return { kind: 'sum', of: form.of };
    case 'count':
      return { kind: 'count', of: form.of };
    case 'distinct':
      return { kind: 'distinct', of: form.distinct };
    case 'ratio':
      return { kind: 'ratio', numerator: form.numerator, denominator: form.denominator };
    case 'duration':
      return { kind: 'duration', states: closedStates(form.of.states) };
    case 'elapsed':
      return { kind: 'elapsed', of: form.between, ...form.placed };
    case 'share':
      return { kind: 'share', of: form.between, most: form.most, ...form.placed };
    case 'median':
      return { kind: 'median', of: toMedianOf(form, fields), ...form.placed };
    case 'typed':
      return { kind: 'typed', accumulation: form.accumulation };
  }
}

function toMedianOf(
  { median, between, medianField }: MeasureForm,
  fields: readonly CustomField[],
): MedianOf {
  if (median === 'days') return { kind: 'days', ...between };
  if (median === 'size') return { kind: 'size' };
  const isMoney = fields.find((each) => each.code === medianField)?.kind === 'money';
  return { kind: 'value', field: medianField, valueKind: isMoney ? 'money' : 'number' };
}

/** Of some states of deals those that are closed. */
export const closedStates = (states: readonly string[]) =>
  DEAL_STATES.filter((state) => states.includes(state));

/** A ratio of two counts is a number where one of them is typed in, unless its maker says so. */
export function ratioUnitOf({
  ratioUnit,
  numerator,
  denominator,
}: Pick<MeasureForm, 'ratioUnit' | 'numerator' | 'denominator'>): RatioUnit {
  return ratioUnit ?? (isTyped(numerator) || isTyped(denominator) ? 'count' : 'percent');
}

export function toInput(form: MeasureForm, fields: readonly CustomField[] = []): MeasureInput {
  const definition = toDefinition(form, fields);
  const { code, name, group, description, decimals, direction } = form;
  return {
    code,
    name,
    group,
    description,
    decimals,
    direction,
    definition,
    valueKind: unitOf(definition) ?? (form.kind === 'ratio' ? ratioUnitOf(form) : form.unit),
  };
}

/** "Calls made" becomes calls_made. */
export function suggestCode(name: string): string {
  return name
    .toLowerCase()
    .normalize('NFKD')
    .replace(/[^a-z0-9]+/g, '_')
    .replace(/^[^a-z]+|_+$/g, '')
    .slice(0, 24);
}

/** How a measure is computed, in words. */
export function describeDefinition(definition: Definition): string {
  const words = (addend: DealAddend) =>
    `${nameOfAddend(addend)} of ${addend.states.join(' and ')} deals${placedWords(placedByOf(addend))}`;
  const wordsOf = (addend: RatioAddend) =>
    isTyped(addend) ? `${nameOfAddend(addend)} typed in` : words(addend);
  const placed = ({ states, placedBy }: PlacedDeals) =>
    `of ${states.join(' and ')} deals${placedWords(placedBy)}`;
  switch (definition.kind) {
    case 'sum':
      return `sum: ${words(definition.of)}`;
    case 'count':
      if (isCustom(definition.of)) return `count: ${words(definition.of)}`;
      return definition.of.field === 'newCustomers'
        ? 'count: customers whose first won deal falls in the period'
        : `count: ${definition.of.states.join(' and ')} deals`;
    case 'distinct':
      return `count: different ${definition.of}s of won deals, recounted`;
    case 'ratio':
      return `ratio: ${wordsOf(definition.numerator)} / ${wordsOf(definition.denominator)}`;
    case 'duration':
      return `average days from opening to closing of ${definition.states.join(' and ')} deals`;
    case 'elapsed':
      return `average ${nameOfCustom({ kind: 'days', ...definition.of })} ${placed(definition)}`;
    case 'share':
      return `share of deals with at most ${definition.most} ${nameOfCustom({ kind: 'days', ...definition.of })}, ${placed(definition)}`;
    case 'median':
      return `median ${nameOfCustom(definition.of)} ${placed(definition)}`;
    case 'typed':
      return `typed in; over time ${{ sum: 'summed', average: 'averaged', last: 'the newest value' }[definition.accumulation]}`;
  }
}

const placedWords = (placedBy: string) =>
  placedBy === 'closedOn' ? '' : `, by the day they were ${nameOfDate(placedBy)}`;

/** Typed-in measures that may be a side of a ratio: they add up, in money or whole numbers. */
export function listSummed(
  measures: readonly MeasureView[],
): { name: string; addend: TypedAddend }[] {
  return measures.flatMap(({ code, name, definition, valueKind, decimals, isArchived }) => {
    const kind = TYPED_ADDEND_KINDS.find((each) => each === valueKind);
    return definition.kind === 'typed' &&
      definition.accumulation === 'sum' &&
      !isArchived &&
      kind !== undefined &&
      (kind === 'money' || decimals === 0)
      ? [{ name, addend: { measure: code, valueKind: kind } }]
      : [];
  });
}

import {
  type ChosenOf,
  type CustomAddend,
  type CustomDealState,
  customPartOf,
  type DateOfDeal,
  type DaysBetween,
  unitOfCustom,
} from './customPart';
import { type Part, QUANTITY_SCALE } from './part';

export const DEAL_STATES = ['won', 'lost'] as const;
/** Which closed deals count; open ones never do (docs/calculations.md, 3). */
export type DealState = (typeof DEAL_STATES)[number];

export const FIELDS = [
  'amount',
  'profit',
  'cost',
  'costedAmount',
  'quantity',
  'deals',
  'newCustomers',
  'days',
  'timedDeals',
] as const;
export type Field = (typeof FIELDS)[number];

/** Something that adds up over days and people. */
export interface Addend {
  field: Field;
  states: DealState[];
}

export const TYPED_ADDEND_KINDS = ['money', 'count', 'days'] as const;

/** The sum of what is typed in of another measure: whole numbers, or money in minor units. */
export interface TypedAddend {
  /** Its code without its version. */
  measure: string;
  valueKind: (typeof TYPED_ADDEND_KINDS)[number];
}

/** Something of deals that adds up. */
export type DealAddend = Addend | CustomAddend<ChosenOf>;

/** A side of a ratio. */
export type RatioAddend = DealAddend | TypedAddend;

export function isTyped(addend: RatioAddend | CustomAddend): addend is TypedAddend {
  return 'measure' in addend;
}

export function isCustom(addend: RatioAddend | CustomAddend): addend is CustomAddend {
  return 'custom' in addend;
}

export const ACCUMULATIONS = ['sum', 'average', 'last'] as const;
/** How typed-in values of a period become one. */
export type Accumulation = (typeof ACCUMULATIONS)[number];

export const DISTINCT_FIELDS = ['customer', 'product', 'location'] as const;
export type DistinctField = (typeof DISTINCT_FIELDS)[number];

/** What a median is of: each deal has one value. */
export type MedianOf =
  | ({ kind: 'days' } & DaysBetween)
  | { kind: 'size' }
  | { kind: 'value'; field: string; valueKind: 'money' | 'number' };

/** The deals a measure of single deals goes by, and the date that places them. */
export interface PlacedDeals {
  states: CustomDealState[];
  placedBy: DateOfDeal;
}

/** How a measure is computed, as its maker says it (docs/calculations.md, 4). */
export type Definition =
  | { kind: 'sum'; of: DealAddend }
  | { kind: 'count'; of: DealAddend }
  | { kind: 'distinct'; of: DistinctField }
  | { kind: 'ratio'; numerator: RatioAddend; denominator: RatioAddend }
  | { kind: 'duration'; states: DealState[] }
  /** Days between two dates of one's own choice, on average. */
  | ({ kind: 'elapsed'; of: DaysBetween } & PlacedDeals)
  | ({ kind: 'median'; of: MedianOf } & PlacedDeals)
  /** Deals with at most so many days between two dates, of all that have both. */
  | ({ kind: 'share'; of: DaysBetween; most: number } & PlacedDeals)
  | { kind: 'typed'; accumulation: Accumulation };

/** What a term reads: a part of the daily totals, or the first won deal of each customer. */
export type TermPart = Part | 'newCustomers';

export interface Term {
  part: TermPart;
  sign: 1 | -1;
}

/** What a field is counted in: it decides the scale of a ratio. */
export const FIELD_UNITS: Readonly<Record<Field, 'money' | 'quantity' | 'count' | 'days'>> = {
  amount: 'money',
  profit: 'money',
  cost: 'money',
  costedAmount: 'money',
  quantity: 'quantity',
  deals: 'count',
  newCustomers: 'count',
  days: 'days',
  timedDeals: 'count',
};

const plus = (part: TermPart): Term => ({ part, sign: 1 });
const minus = (part: TermPart): Term => ({ part, sign: -1 });

const TERMS: Readonly<Record<Field, Partial<Record<DealState, readonly Term[]>>>> = {
  amount: { won: [plus('revenue')], lost: [plus('lostAmount')] },
  profit: { won: [plus('costed'), minus('cost')] },
  cost: { won: [plus('cost')] },
  costedAmount: { won: [plus('costed')] },
  quantity: { won: [plus('quantity')] },
  deals: { won: [plus('won')], lost: [plus('lost')] },
  newCustomers: { won: [plus('newCustomers')] },
  days: { won: [plus('days')], lost: [plus('lostDays')] },
  timedDeals: { won: [plus('timed')], lost: [plus('lostTimed')] },
};

/** The deal states a field can be read in. */
export function statesOf(field: Field): DealState[] {
  return DEAL_STATES.filter((state) => TERMS[field][state]);
}

/** The parts that an addend adds up, with their signs. */
export function termsOf(addend: DealAddend | CustomAddend): Term[] {
  return isCustom(addend)
    ? [plus(customPartOf(addend))]
    : addend.states.flatMap((state) => TERMS[addend.field][state] ?? []);
}

/** What a side of a ratio is counted in. */
export function unitOfAddend(
  addend: RatioAddend | CustomAddend,
): 'money' | 'quantity' | 'count' | 'days' {
  if (isTyped(addend)) return addend.valueKind;
  return isCustom(addend) ? unitOfCustom(addend) : FIELD_UNITS[addend.field];
}

/** How many whole units the daily totals keep for one of an addend's own. */
export function scaleOf(addend: RatioAddend | CustomAddend): number {
  return !isTyped(addend) && unitOfAddend(addend) === 'quantity' ? QUANTITY_SCALE : 1;
}

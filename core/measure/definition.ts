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

/** A side of a ratio. */
export type RatioAddend = Addend | TypedAddend;

export function isTyped(addend: RatioAddend): addend is TypedAddend {
  return 'measure' in addend;
}

export const ACCUMULATIONS = ['sum', 'average', 'last'] as const;
/** How typed-in values of a period become one. */
export type Accumulation = (typeof ACCUMULATIONS)[number];

export const DISTINCT_FIELDS = ['customer', 'product', 'location'] as const;
export type DistinctField = (typeof DISTINCT_FIELDS)[number];

/** How a measure is computed, as its maker says it (docs/calculations.md, 4). */
export type Definition =
  | { kind: 'sum'; of: Addend }
  | { kind: 'count'; of: Addend }
  | { kind: 'distinct'; of: DistinctField }
  | { kind: 'ratio'; numerator: RatioAddend; denominator: RatioAddend }
  | { kind: 'duration'; states: DealState[] }
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
export function termsOf({ field, states }: Addend): Term[] {
  return states.flatMap((state) => TERMS[field][state] ?? []);
}

/** What a side of a ratio is counted in. */
export function unitOfAddend(addend: RatioAddend): 'money' | 'quantity' | 'count' | 'days' {
  return isTyped(addend) ? addend.valueKind : FIELD_UNITS[addend.field];
}

/** How many whole units the daily totals keep for one of the field's own. */
export function scaleOf(field: Field): number {
  return FIELD_UNITS[field] === 'quantity' ? QUANTITY_SCALE : 1;
}

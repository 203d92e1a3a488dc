/**
 * Parts of the daily totals that a measure adds: sums of custom fields, deals placed by another day
 * than their closing, days between two dates (docs/calculations.md, 4). Each is known by a text
 * that says all of it, so that two measures of the same thing share one.
 */
export type CustomPart = `custom:${string}`;

export const CUSTOM_DEAL_STATES = ['open', 'won', 'lost'] as const;
/** Open deals count only where another date than the closing places them. */
export type CustomDealState = (typeof CUSTOM_DEAL_STATES)[number];

export const DEAL_DATES = ['openedOn', 'expectedOn', 'closedOn'] as const;
/** A date that every deal has room for, or the code of a custom field. */
export type DateOfDeal = string;

/** From one date of a deal to another. */
export interface DaysBetween {
  from: DateOfDeal;
  to: DateOfDeal;
}

/** What of a deal its maker may have a measure add up or count. */
export type ChosenOf =
  /** The credited amount, to everybody credited. */
  | { kind: 'amount' }
  /** Deals of more than zero. */
  | { kind: 'deals' }
  /** A money or number field: money to everybody credited, numbers to whom the deal names first. */
  | { kind: 'sum'; field: string; valueKind: 'money' | 'number' }
  /** Deals that have a choice, or `yes` or `no`. */
  | { kind: 'choice'; field: string; choice: string };

/** The same, and what averages, shares and medians are made of. */
export type CustomOf =
  | ChosenOf
  /** Days from one date to another, and deals that have both. */
  | ({ kind: 'days' } & DaysBetween)
  | ({ kind: 'timed' } & DaysBetween)
  /** Deals with no more days between than so many. */
  | ({ kind: 'within'; most: number } & DaysBetween)
  /** The whole of a deal, with whom it names first: what a median is of. */
  | { kind: 'size' }
  | { kind: 'value'; field: string; valueKind: 'money' | 'number' }
  /** Deals of which a field is filled. */
  | { kind: 'filled'; field: string }
  /** Closed deals that lack the date that would place them, by their closing. */
  | { kind: 'undated'; date: DateOfDeal };

/** Something of deals that a measure adds up, with the deals it goes by and the day it counts on. */
export interface CustomAddend<Of extends CustomOf = CustomOf> {
  custom: Of;
  states: CustomDealState[];
  placedBy: DateOfDeal;
}

/** What a custom addend is counted in. */
export function unitOfCustom({ custom }: CustomAddend): 'money' | 'quantity' | 'count' | 'days' {
  switch (custom.kind) {
    case 'amount':
    case 'size':
      return 'money';
    case 'sum':
    case 'value':
      return custom.valueKind === 'money' ? 'money' : 'quantity';
    case 'days':
      return 'days';
    default:
      return 'count';
  }
}

/** The name of a part: all that says what it is, the free text last. */
export function customPartOf({ custom, states, placedBy }: CustomAddend): CustomPart {
  const ordered = CUSTOM_DEAL_STATES.filter((state) => states.includes(state)).join('+');
  return `custom:${custom.kind}:${ordered}:${placedBy}${argumentsOf(custom)}`;
}

function argumentsOf(of: CustomOf): string {
  switch (of.kind) {
    case 'sum':
    case 'value':
    case 'filled':
      return `:${of.field}`;
    case 'choice':
      return `:${of.field}:${of.choice}`;
    case 'days':
    case 'timed':
      return `:${of.from}:${of.to}`;
    case 'within':
      return `:${of.from}:${of.to}:${of.most}`;
    case 'undated':
      return `:${of.date}`;
    default:
      return '';
  }
}

/** Every date and field an addend reads, the dates of every deal aside. */
export function fieldsOfCustom({ custom, placedBy }: CustomAddend): {
  dates: string[];
  fields: string[];
} {
  const between = 'from' in custom ? [custom.from, custom.to] : [];
  const isOwn = (date: string) => !(DEAL_DATES as readonly string[]).includes(date);
  return {
    dates: [...new Set([placedBy, ...between].filter(isOwn))],
    fields: 'field' in custom ? [custom.field] : [],
  };
}

/** What an alert is about (docs/calculations.md, 15). */
export const ALERT_KINDS = [
  'grade',
  'pace',
  'gap',
  'forecast',
  'coverage',
  'odds',
  'deal',
  'overdue',
  'unassigned',
  'missingTargets',
  'oldData',
] as const;
export type AlertKind = (typeof ALERT_KINDS)[number];

/** Whom a rule watches: its unit, the units directly below it, or every salesperson below it. */
export const WATCHED = ['unit', 'below', 'salespeople'] as const;
export type Watched = (typeof WATCHED)[number];

/** Of which running period. */
export const ALERT_PERIODS = ['month', 'quarter', 'year'] as const;
export type AlertPeriod = (typeof ALERT_PERIODS)[number];

export const GRADE_CHANGES = ['worse', 'better', 'either'] as const;
export type GradeChange = (typeof GRADE_CHANGES)[number];

/** What decides whether a rule fires. */
export interface AlertCondition {
  kind: AlertKind;
  /**
   * pace, forecast, odds: percent; coverage: times what is left; gap, deal: minor units; overdue,
   * unassigned: how many; oldData: working days. Null for a grade and for missing targets.
   */
  threshold: number | null;
  /** Of a grade. */
  change: GradeChange | null;
  /** forecast: at most so many working days left; missingTargets: so many days before the period. */
  days: number | null;
}

/** Kinds of which less is worse; of all others but the grade, more is. */
const WORSE_BELOW: readonly AlertKind[] = ['pace', 'gap', 'forecast', 'coverage', 'odds'];

export function isWorseBelow(kind: AlertKind): boolean {
  return WORSE_BELOW.includes(kind);
}

/** Kinds whose readings of past days follow from the book as it is now. */
const REPLAYED: readonly AlertKind[] = ['grade', 'pace', 'gap', 'deal'];

/** Whether it can be said when a rule would have fired: open deals of the past are not kept. */
export function canBeReplayed(kind: AlertKind): boolean {
  return REPLAYED.includes(kind);
}

/** Kinds that can look at a slice: what it comes to is compared with a target of its own. */
export const OF_SLICES: readonly AlertKind[] = ['grade', 'pace', 'gap'];

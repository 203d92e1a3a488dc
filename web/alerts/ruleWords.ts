import type { AlertDelivery, AlertRule } from '#contract/schemas/alert';
import type { AlertKind, AlertPeriod, GradeChange, Watched } from '#core/alerts/rule';
import type { FigureUnit } from '#core/money/figureUnit';
import { formatExact } from '#wording/numbers/format';

/** What each kind of rule tells of, and what its number is. */
export const KIND_WORDS: Readonly<
  Record<AlertKind, { name: string; threshold: string | null; days: string | null }>
> = {
  pace: {
    name: 'Falls behind pace',
    threshold: 'Under so many percent of what is due',
    days: null,
  },
  gap: { name: 'Is behind by an amount', threshold: 'Behind pace by more than', days: null },
  grade: { name: 'Grade changes', threshold: null, days: null },
  forecast: {
    name: 'Forecast under target',
    threshold: 'Under so many percent of the target',
    days: 'With so many working days left, or fewer',
  },
  coverage: {
    name: 'Too few open deals',
    threshold: 'Open deals cover less than so many times what is left',
    days: null,
  },
  odds: { name: 'Odds fall', threshold: 'Under so many percent', days: null },
  deal: { name: 'A large deal is won', threshold: 'Of this amount or more', days: null },
  overdue: { name: 'Open deals are overdue', threshold: 'So many or more', days: null },
  unassigned: { name: 'Deals are unassigned', threshold: 'So many or more', days: null },
  missingTargets: {
    name: 'Targets are missing',
    threshold: null,
    days: 'So many days before the period begins',
  },
  oldData: { name: 'Data is old', threshold: 'No new deal for so many working days', days: null },
};

export const WATCHED_WORDS: Readonly<Record<Watched, string>> = {
  unit: 'the unit itself',
  below: 'each unit directly below',
  salespeople: 'each salesperson below',
};

export const PERIOD_WORDS: Readonly<Record<AlertPeriod, string>> = {
  month: 'month',
  quarter: 'quarter',
  year: 'fiscal year',
};

export const CHANGE_WORDS: Readonly<Record<GradeChange, string>> = {
  worse: 'Gets worse',
  better: 'Gets better',
  either: 'Changes either way',
};

export const DELIVERY_WORDS: Readonly<Record<AlertDelivery, string>> = {
  app: 'here',
  mail: 'here and by mail at once',
  daily: 'here and in the daily mail',
};

/** Kinds whose number is an amount, typed in whole units. */
export const IN_AMOUNTS: readonly AlertKind[] = ['gap', 'deal'];
/** Kinds that look at revenue alone. */
export const OF_REVENUE: readonly AlertKind[] = [
  'forecast',
  'coverage',
  'odds',
  'deal',
  'overdue',
  'unassigned',
];
/** Kinds whose period decides nothing. */
export const WITHOUT_PERIOD: readonly AlertKind[] = ['deal', 'overdue', 'oldData'];

/** A rule in one line: "under 90% of what is due · each salesperson below · month". */
export function describeRule(rule: AlertRule, unit: FigureUnit): string {
  const { kind, threshold, days, change } = rule;
  const amount = threshold === null ? '' : formatExact(Math.abs(threshold), unit);
  const condition: Record<AlertKind, string> = {
    pace: `under ${threshold}% of what is due`,
    gap: `more than ${amount} behind pace`,
    grade: change === null ? '' : `grade ${CHANGE_WORDS[change].toLowerCase()}`,
    forecast: `forecast under ${threshold}% with ${days} working days left`,
    coverage: `open deals under ${threshold} times what is left`,
    odds: `odds under ${threshold}%`,
    deal: `a deal of ${amount} or more`,
    overdue: `${threshold} overdue deals or more`,
    unassigned: `${threshold} unassigned deals or more`,
    missingTargets: `targets missing ${days} days before`,
    oldData: `no new deal for ${threshold} working days`,
  };
  return [
    condition[kind],
    ...(rule.slice ? [rule.slice.value] : []),
    WATCHED_WORDS[rule.watched],
    ...(WITHOUT_PERIOD.includes(kind) ? [] : [PERIOD_WORDS[rule.periodKind]]),
    ...(rule.measure === 'revenue' ? [] : [rule.measureName]),
  ].join(' · ');
}

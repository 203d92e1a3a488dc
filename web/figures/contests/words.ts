import type { Contest, ContestPlace, ContestView } from '#contract/schemas/contest';
import type { ContestMember, ContestRepeat } from '#core/contest/contest';
import { showProgress } from '#wording/contest';
import { figureUnit } from '#wording/figureUnit';
import { formatCount, formatExact } from '#wording/numbers/format';

export const MEMBER_WORDS: Readonly<Record<ContestMember, string>> = {
  salesperson: 'each salesperson',
  team: 'each team together',
  branch: 'each branch together',
};
export const REPEAT_WORDS: Readonly<Record<ContestRepeat, string>> = {
  once: 'once',
  week: 'each week',
  month: 'each month',
  quarter: 'each quarter',
};

/** A value of the contest's n-th measure: "€100,000". */
export function formatValue(
  { measures }: Pick<Contest, 'measures'>,
  value: number,
  currency: string,
  at = 0,
): string {
  const measure = measures[at];
  return measure ? formatExact(value, figureUnit({ measure, currency })) : formatCount(value);
}

/** "€100,000 revenue", "90% of one's target of revenue and 3 deals won". */
export function describeGoal(contest: Contest, currency: string): string {
  const { rules, measures } = contest;
  const nameOf = (at: number) => (measures[at]?.name ?? 'a measure that is gone').toLowerCase();
  if (rules.mode === 'ranking')
    return {
      actual: `most ${nameOf(0)}`,
      attainment: `highest attainment of ${nameOf(0)}`,
      growth: `most growth of ${nameOf(0)} against the period before`,
    }[rules.hasHandicap ? 'attainment' : rules.rankedBy];
  return rules.goals
    .map(({ value }, at) =>
      rules.hasHandicap
        ? `${value / 100}% of one’s own target of ${nameOf(at)}`
        : `${formatValue(contest, value, currency, at)} ${nameOf(at)}`,
    )
    .join(rules.goalRule === 'all' ? ' and ' : ' or ');
}

/** What a place has: share of the goal, or the ranked figure. */
export function describePlace(contest: Contest, place: ContestPlace, currency: string): string {
  if (place.progress !== null) return showProgress(place.progress);
  if (place.value === null) return '–';
  const { rankedBy, hasHandicap } = contest.rules;
  if (rankedBy === 'actual' && !hasHandicap) return formatValue(contest, place.value, currency);
  const percent = Math.floor(place.value * 1000) / 10;
  return rankedBy === 'growth' && !hasHandicap && percent > 0 ? `+${percent}%` : `${percent}%`;
}

/** "Ilse Varga leads with 92%", "3 of 8 have reached it, Ilse Varga first". */
export function describeLead({ contest, places, round, currency }: ContestView): string {
  const [first] = places;
  if (!round || !first || first.rank === null)
    return round ? 'Nobody has a place yet' : 'It has not begun';
  const tied = places.filter(({ rank }) => rank === 1);
  const who =
    tied.length > 2 ? `${tied.length} together` : tied.map(({ unit }) => unit.name).join(' and ');
  const reached = places.filter(({ reachedOn }) => reachedOn !== null).length;
  if (reached > 0) return `${reached} of ${places.length} have reached it, ${who} first`;
  if (first.progress === 0) return 'Nobody has anything yet';
  const verb = round.isOver
    ? tied.length > 1
      ? 'were ahead'
      : 'was ahead'
    : tied.length > 1
      ? 'lead'
      : 'leads';
  const of = contest.rules.mode === 'goal' ? ' of the goal' : '';
  return `${who} ${verb} with ${describePlace(contest, first, currency)}${of}`;
}

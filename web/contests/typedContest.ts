import type { Contest, ContestInput } from '#contract/schemas/contest';
import type { MeasureRecord } from '#contract/schemas/measure';
import { writeDecimal } from '#core/money/amount';
import { decimalsOf } from '#core/money/figureUnit';
import { readTyped } from '#core/money/typed';
import { addMonths, type Day, toIsoDay } from '#core/period/day';
import { figureUnit } from '#wording/figureUnit';

type Rules = ContestInput['rules'];

/** A contest as it is typed: its numbers are texts. */
export interface TypedContest extends Omit<ContestInput, 'rules' | 'unit'> {
  mode: Rules['mode'];
  goalRule: Rules['goalRule'];
  rankedBy: Rules['rankedBy'];
  hasHandicap: boolean;
  goals: { measure: string; value: string }[];
  awards: (Omit<Rules['awards'][number], 'places' | 'amount'> & {
    places: string;
    amount: string;
  })[];
}

export type TypedAward = TypedContest['awards'][number];

export const EMPTY_AWARD: TypedAward = {
  title: '',
  text: '',
  picture: 'cup',
  receivers: 'all',
  places: '3',
  isAtOnce: true,
  amount: '',
};

/** Three months from the next first of a month on. */
export function beginContest(today: Day): TypedContest {
  const first = addMonths(today - (new Date(today * 86_400_000).getUTCDate() - 1), 1);
  return {
    name: '',
    text: '',
    member: 'salesperson',
    repeat: 'month',
    from: toIsoDay(first),
    through: toIsoDay(addMonths(first, 3) - 1),
    leavesOutRamps: false,
    isByInvitation: false,
    isOnBoards: true,
    mailRhythm: 'end',
    mailText: '',
    mode: 'goal',
    goalRule: 'all',
    rankedBy: 'actual',
    hasHandicap: false,
    goals: [{ measure: 'revenue', value: '' }],
    awards: [{ ...EMPTY_AWARD, title: 'Winner', receivers: 'first' }],
  };
}

type FindMeasure = (code: string) => MeasureRecord | undefined;

/** Percent of one's own target have two decimals. */
const PERCENT_DECIMALS = 2;

function goalDecimals(
  { hasHandicap }: Pick<TypedContest, 'hasHandicap'>,
  code: string,
  findMeasure: FindMeasure,
  currency: string,
): number {
  const measure = findMeasure(code);
  return hasHandicap || !measure ? PERCENT_DECIMALS : decimalsOf(figureUnit({ measure, currency }));
}

const short = (value: number, decimals: number) =>
  writeDecimal(value, decimals).replace(/\.0+$/, '');

export function toTypedContest(
  { rules, ...contest }: Contest,
  findMeasure: FindMeasure,
  currency: string,
): TypedContest {
  const money = decimalsOf({ kind: 'money', currency });
  return {
    name: contest.name,
    text: contest.text,
    member: contest.member,
    repeat: contest.repeat,
    from: contest.from,
    through: contest.through,
    leavesOutRamps: contest.leavesOutRamps,
    isByInvitation: contest.isByInvitation,
    isOnBoards: contest.isOnBoards,
    mailRhythm: contest.mailRhythm,
    mailText: contest.mailText,
    mode: rules.mode,
    goalRule: rules.goalRule,
    rankedBy: rules.rankedBy,
    hasHandicap: rules.hasHandicap,
    goals: rules.goals.map(({ measure, value }) => ({
      measure,
      value:
        rules.mode === 'ranking'
          ? ''
          : short(value, goalDecimals(rules, measure, findMeasure, currency)),
    })),
    awards: rules.awards.map(({ places, amount, ...award }) => ({
      ...award,
      places: places === null ? EMPTY_AWARD.places : String(places),
      amount: amount === null ? '' : short(amount, money),
    })),
  };
}

/** What is sent, or at which fields something cannot be read. */
export function readContest(
  typed: TypedContest,
  unit: string,
  findMeasure: FindMeasure,
  currency: string,
): { input: ContestInput | null; faults: Record<string, string> } {
  const faults: Record<string, string> = {};
  const read = (text: string, decimals: number, field: string): number => {
    const found = readTyped(text, decimals);
    if (found.ok && found.value > 0) return found.value;
    faults[field] = 'Write a number above 0.';
    return 1;
  };
  const { mode, goalRule, rankedBy, hasHandicap, goals, awards, ...rest } = typed;
  const isRanking = mode === 'ranking';
  const rules: Rules = {
    mode,
    goalRule,
    rankedBy,
    hasHandicap,
    goals: (isRanking ? goals.slice(0, 1) : goals).map(({ measure, value }, at) => ({
      measure,
      // What is ranked has no goal.
      value: isRanking
        ? 1
        : read(value, goalDecimals(typed, measure, findMeasure, currency), `goals/${at}/value`),
    })),
    awards: awards.map(({ places, amount, ...award }, at) => {
      const receivers = isRanking ? 'top' : award.receivers;
      return {
        ...award,
        receivers,
        isAtOnce: isRanking ? false : award.isAtOnce,
        places: receivers === 'top' ? read(places, 0, `awards/${at}/places`) : null,
        amount:
          amount.trim() === ''
            ? null
            : read(amount, decimalsOf({ kind: 'money', currency }), `awards/${at}/amount`),
      };
    }),
  };
  return {
    input: Object.keys(faults).length > 0 ? null : { unit, ...rest, rules },
    faults,
  };
}

import { describe, expect, it } from 'vitest';
import type { Contest } from '#contract/schemas/contest';
import type { MeasureRecord } from '#contract/schemas/measure';
import { parseDay } from '#core/period/day';
import { beginContest, readContest, toTypedContest } from './typedContest';

const measures = [
  { code: 'revenue', valueKind: 'money', decimals: 2 },
  { code: 'deals_won', valueKind: 'count', decimals: 0 },
] as MeasureRecord[];
const findMeasure = (code: string) => measures.find((each) => each.code === code);
const rules = {
  mode: 'goal',
  goalRule: 'any',
  rankedBy: 'actual',
  hasHandicap: false,
  goals: [
    { measure: 'revenue', value: 10_000_050 },
    { measure: 'deals_won', value: 12 },
  ],
  awards: [
    {
      title: 'Cup',
      text: '',
      picture: 'cup',
      receivers: 'top',
      places: 3,
      isAtOnce: false,
      amount: 25_000,
    },
  ],
} as const;

describe('a typed contest', () => {
  it('begins on the next first of a month', () => {
    const begun = beginContest(parseDay('2026-11-18')!);
    expect([begun.from, begun.through]).toEqual(['2026-12-01', '2027-02-28']);
  });

  it('is read back as it was', () => {
    const { name, ...rest } = beginContest(parseDay('2026-11-18')!);
    const contest = { ...rest, name, rules } as unknown as Contest;
    const typed = toTypedContest(contest, findMeasure, 'EUR');
    expect(typed.goals.map(({ value }) => value)).toEqual(['100000.50', '12']);
    expect(typed.awards[0]).toMatchObject({ places: '3', amount: '250' });
    expect(readContest(typed, 'salt', findMeasure, 'EUR').input?.rules).toEqual(rules);
    const handicap = {
      ...rules,
      hasHandicap: true,
      goals: [{ measure: 'revenue', value: 10_550 }],
    };
    const withHandicap = toTypedContest(
      { ...contest, rules: handicap } as unknown as Contest,
      findMeasure,
      'EUR',
    );
    expect(withHandicap.goals[0]!.value).toBe('105.50');
    expect(readContest(withHandicap, 'salt', findMeasure, 'EUR').input?.rules).toEqual(handicap);
  });

  it('that cannot be read is said at its field; a ranking has no goal and is decided at the end', () => {
    const begun = beginContest(parseDay('2026-11-18')!);
    const { input, faults } = readContest(begun, 'salt', findMeasure, 'EUR');
    expect([input, Object.keys(faults)]).toEqual([null, ['goals/0/value']]);
    const ranking = readContest({ ...begun, mode: 'ranking' }, 'salt', findMeasure, 'EUR').input;
    expect(ranking?.rules.awards[0]).toMatchObject({
      receivers: 'top',
      places: 3,
      isAtOnce: false,
    });
  });
});

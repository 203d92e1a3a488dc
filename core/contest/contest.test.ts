import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { buildCalendar } from '../period/calendar';
import { parseDay } from '../period/day';
import { awardsWon } from './awards';
import type { ContestAward } from './contest';
import { type ContestStep, crossingOf } from './crossing';
import { type ContestEntry, type GoalProgress, heightOf, placesOf } from './places';
import { roundsOf } from './rounds';

const step = (day: number, recordedAt: string, amount: number, deal = 1): ContestStep => ({
  day,
  recordedAt,
  deal,
  amount,
});

describe('reaching a goal', () => {
  it('is at the earliest recorded moment: close date, then time of recording (CALCULATIONS 14)', () => {
    const steps = [step(5, '10:00', 60), step(3, '12:00', 50), step(5, '09:00', 30)];
    // 50 on day 3, 80 after the one recorded at nine, 140 after the other.
    expect(crossingOf(steps, 50)).toEqual({ day: 3, recordedAt: '12:00' });
    expect(crossingOf(steps, 80)).toEqual({ day: 5, recordedAt: '09:00' });
    expect(crossingOf(steps, 81)).toEqual({ day: 5, recordedAt: '10:00' });
    expect(crossingOf(steps, 141)).toBeNull();
  });

  it('and giving it back is not reaching it', () => {
    expect(crossingOf([step(1, '', 100), step(2, '', -1)], 100)).toBeNull();
    // Given back and made again: it was reached the first time.
    expect(crossingOf([step(1, '', 100), step(2, '', -1), step(3, '', 1)], 100)?.day).toBe(1);
  });

  it('does not hang on the order in which deals come (property)', () => {
    const any = fc.record({
      day: fc.nat(5),
      recordedAt: fc.constantFrom('08:00', '09:00', '10:00'),
      deal: fc.nat(99),
      amount: fc.integer({ min: -50, max: 100 }),
    });
    fc.assert(
      fc.property(
        fc.uniqueArray(any, { selector: ({ deal }) => deal }),
        fc.nat(200),
        (steps, goal) => {
          expect(crossingOf([...steps].reverse(), goal)).toEqual(crossingOf(steps, goal));
        },
      ),
    );
  });
});

const progress = (actual: number, day: number | null, goal = 100): GoalProgress => ({
  actual,
  goal,
  reached: day === null ? null : { day, recordedAt: '' },
});
const entry = (name: string, goals: GoalProgress[], value: number | null = null): ContestEntry => ({
  unitId: name.charCodeAt(0),
  name,
  goals,
  value,
});
const RULES = { mode: 'goal', goalRule: 'all', rankedBy: 'actual' } as const;
const lineOf = (places: ReturnType<typeof placesOf>) =>
  places.map(({ name, rank }) => `${rank ?? '–'} ${name}`);

describe('places', () => {
  it('are by who was first, then by who is nearest; ties share', () => {
    const places = placesOf(
      [
        entry('a', [progress(90, null)]),
        entry('b', [progress(120, 4)]),
        entry('c', [progress(100, 2)]),
        entry('d', [progress(90, null)]),
        entry('e', [{ actual: 5, goal: null, reached: null }]),
      ],
      RULES,
    );
    expect(lineOf(places)).toEqual(['1 c', '2 b', '3 a', '3 d', '– e']);
  });

  it('of several goals need all, or any', () => {
    const goals = [progress(100, 5), progress(50, null)];
    const both = [progress(100, 5), progress(100, 7)];
    const all = placesOf([entry('a', goals), entry('b', both)], RULES);
    expect(all.map(({ reached, progress: share }) => [reached?.day, share])).toEqual([
      [7, 1],
      [undefined, 0.5],
    ]);
    const any = placesOf([entry('a', goals), entry('b', both)], { ...RULES, goalRule: 'any' });
    expect(any.map(({ reached }) => reached?.day)).toEqual([5, 5]);
    expect(lineOf(any)).toEqual(['1 a', '1 b']);
  });

  it('in a ranking are by the value, as in every ranking', () => {
    const ranked = placesOf(
      [entry('a', [], 5), entry('b', [], 9), entry('c', [], null), entry('d', [], 9)],
      { ...RULES, mode: 'ranking' },
    );
    expect(lineOf(ranked)).toEqual(['1 b', '1 d', '3 a', '– c']);
  });
});

const award = (over: Partial<ContestAward>): ContestAward => ({
  title: 'Cup',
  text: '',
  picture: 'cup',
  receivers: 'all',
  places: null,
  isAtOnce: true,
  amount: null,
  ...over,
});

describe('how far up a place is drawn', () => {
  const of = (rules: object, value: number | null, first: number | null) =>
    heightOf(
      { progress: 0.5, value },
      { mode: 'ranking', hasHandicap: false, rankedBy: 'actual', ...rules },
      first,
    );

  it('is the share of the goal, the attainment itself, or the share of the first one’s figure', () => {
    expect(of({ mode: 'goal' }, null, null)).toBe(0.5);
    // 57 % attainment of the first is no 100 %.
    expect(of({ rankedBy: 'attainment' }, 0.57, 0.57)).toBe(0.57);
    expect(of({}, 30, 60)).toBe(0.5);
    expect([of({}, null, 60), of({}, 30, 0)]).toEqual([null, null]);
  });
});

describe('awards', () => {
  const places = placesOf(
    [
      entry('a', [progress(100, 2)]),
      entry('b', [progress(100, 2)]),
      entry('c', [progress(100, 4)]),
      entry('d', [progress(50, null)]),
    ],
    RULES,
  );
  const won = (over: Partial<ContestAward>, isOver: boolean, mode: 'goal' | 'ranking' = 'goal') =>
    awardsWon(places, [award(over)], { mode, isOver }).map(({ unitId }) =>
      String.fromCharCode(unitId),
    );

  it('are for all who reach it, or the first, of ties for all of them', () => {
    expect(won({}, false)).toEqual(['a', 'b', 'c']);
    expect(won({ receivers: 'first' }, false)).toEqual(['a', 'b']);
    expect(won({ isAtOnce: false }, false)).toEqual([]);
    expect(won({ isAtOnce: false }, true)).toEqual(['a', 'b', 'c']);
  });

  it('for the best places are nobody’s before the end', () => {
    expect(won({ receivers: 'top', places: 3 }, false)).toEqual([]);
    expect(won({ receivers: 'top', places: 3 }, true)).toEqual(['a', 'b', 'c']);
    expect(won({ receivers: 'top', places: 1 }, true)).toEqual(['a', 'b']);
    expect(won({}, false, 'ranking')).toEqual([]);
  });
});

describe('rounds', () => {
  const calendar = buildCalendar({ kind: 'month', firstMonth: 4, yearLabel: 'ends' });
  const span = { from: parseDay('2026-09-15')!, to: parseDay('2026-12-01')! };
  const ids = (repeat: 'once' | 'week' | 'month' | 'quarter', asOf: string) =>
    roundsOf(calendar, repeat, span, parseDay(asOf)!).map(({ id }) => id);

  it('are whole weeks, months and quarters of its days that have begun', () => {
    expect(ids('once', '2026-10-01')).toEqual(['2026-09-15..2026-11-30']);
    expect(ids('once', '2026-09-14')).toEqual([]);
    expect(ids('month', '2026-11-18')).toEqual(['FY2027-P07', 'FY2027-P08']);
    expect(ids('quarter', '2026-11-18')).toEqual([]);
    expect(ids('week', '2026-10-05')).toEqual(['2026-W39', '2026-W40', '2026-W41']);
  });
});

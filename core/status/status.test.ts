import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type GradeInput, gradeOf } from './grade';
import { defaultRule, findRuleFaults, type StatusRule } from './rule';

const DEFAULT_RULE = defaultRule({ isCumulative: true, direction: 'higher' });
const input = (over: Partial<GradeInput>): GradeInput => ({
  actual: 0,
  target: 1000,
  incomplete: false,
  phase: 'open',
  elapsed: { due: { gone: 10, total: 20 }, isWorkless: false, workingDays: 20 },
  floor: null,
  stretch: null,
  unitKind: 'team',
  hasTooFewDeals: false,
  direction: 'higher',
  isCumulative: over.direction !== 'lower',
  kind: 'month',
  compareWith: () => null,
  ...over,
});

describe('status', () => {
  it.each<[number, string]>([
    [1000, 'made'],
    [999, 'on pace'],
    [475, 'on pace'],
    [474, 'slipping'],
    [400, 'slipping'],
    [399, 'behind'],
    [-5, 'behind'],
  ])('of %d from 500 due by now is %s', (actual, state) =>
    expect(gradeOf(input({ actual }), DEFAULT_RULE).label).toBe(state),
  );

  it.each<[number, string]>([
    [1000, 'made'],
    [950, 'near'],
    [949, 'short'],
    [800, 'short'],
    [799, 'well short'],
  ])('of %d from a target of 1000 once ended is %s', (actual, state) =>
    expect(gradeOf(input({ actual, phase: 'ended' }), DEFAULT_RULE).label).toBe(state),
  );

  it('turns round when lower is better, and cannot be made before the end', () => {
    const rule = defaultRule({ isCumulative: false, direction: 'lower' });
    const of = (actual: number, phase: 'open' | 'ended') =>
      gradeOf(input({ actual, phase, direction: 'lower' }), rule).grade;
    expect([
      of(900, 'open'),
      of(1030, 'open'),
      of(1031, 'open'),
      of(1100, 'open'),
      of(1101, 'open'),
    ]).toEqual([3, 3, 2, 2, 1]);
    expect([of(1000, 'ended'), of(1001, 'ended')]).toEqual([4, 3]);
  });

  it('is a state of its own without a target, with an incomplete one, and before the start', () => {
    expect(gradeOf(input({ target: null }), DEFAULT_RULE)).toMatchObject({
      grade: 0,
      state: 'noTarget',
    });
    expect(gradeOf(input({ incomplete: true }), DEFAULT_RULE)).toMatchObject({
      grade: 0,
      state: 'incomplete',
    });
    expect(gradeOf(input({ phase: 'notStarted' }), DEFAULT_RULE)).toMatchObject({
      grade: 0,
      state: 'notStarted',
    });
  });

  it('compares exactly where floats would not', () => {
    const target = 9_007_199_254_740_991;
    expect(gradeOf(input({ actual: target - 1, target, phase: 'ended' }), DEFAULT_RULE).label).toBe(
      'near',
    );
  });
});

describe("a rule of one's own", () => {
  const rule = (over: Partial<StatusRule>): StatusRule => ({ ...DEFAULT_RULE, ...over });
  const at = (actual: number, over: Partial<GradeInput>, own: StatusRule) =>
    gradeOf(input({ actual, ...over }), own).grade;

  it('thresholds at tenths of a percent, the value on the cut included', () => {
    const own = rule({ thresholds: { upper: 97.5, lower: 82.3 } });
    expect([
      at(975, { phase: 'ended' }, own),
      at(974, { phase: 'ended' }, own),
      at(823, { phase: 'ended' }, own),
      at(822, { phase: 'ended' }, own),
    ]).toEqual([3, 2, 2, 1]);
  });

  it('has fixed values for periods of one length only', () => {
    const day = { kind: 'day', phase: 'ended' } as const;
    const own = rule({
      benchmark: 'target',
      absoluteThresholds: { day: { upper: 500, lower: 300 } },
    });
    expect([500, 499, 300, 299].map((actual) => at(actual, { ...day, target: null }, own))).toEqual(
      [3, 2, 2, 1],
    );
    expect(gradeOf(input({ actual: 500, kind: 'month', target: null }), own).state).toBe(
      'noTarget',
    );
    expect(at(1000, day, own)).toBe(4);
  });

  it('has fixed values of a level, which go before those of all, and values a working day', () => {
    const own = rule({
      absoluteThresholds: { month: { upper: 800, lower: 600 }, workingDay: { upper: 9, lower: 5 } },
      thresholdsByLevel: {
        salesperson: { month: { upper: 80, lower: 60 } },
        branch: { workingDay: { upper: 10, lower: 7 } },
      },
    });
    const ended = { phase: 'ended' } as const;
    expect(
      [80, 79, 60, 59].map((actual) => at(actual, { ...ended, unitKind: 'salesperson' }, own)),
    ).toEqual([3, 2, 2, 1]);
    expect([800, 799].map((actual) => at(actual, ended, own))).toEqual([3, 2]);
    // Twenty working days: 200 and 140 of a branch's month, 180 and 100 of anybody's quarter.
    expect(
      [200, 199, 140, 139].map((actual) => at(actual, { ...ended, unitKind: 'branch' }, own)),
    ).toEqual([3, 2, 2, 1]);
    expect([180, 179, 99].map((actual) => at(actual, { ...ended, kind: 'quarter' }, own))).toEqual([
      3, 2, 1,
    ]);
  });

  it('takes the floor of a target as its lower threshold, of a running one the part that is due', () => {
    const floor = 900;
    expect([900, 899].map((actual) => at(actual, { floor, phase: 'ended' }, DEFAULT_RULE))).toEqual(
      [2, 1],
    );
    expect([450, 449].map((actual) => at(actual, { floor }, DEFAULT_RULE))).toEqual([2, 1]);
    // Above the upper threshold it is both: nobody below the floor is on pace.
    expect(
      [970, 969].map((actual) => at(actual, { floor: 970, phase: 'ended' }, DEFAULT_RULE)),
    ).toEqual([3, 1]);
  });

  it('says so where a stretch is reached', () => {
    expect(gradeOf(input({ actual: 1200, stretch: 1200 }), DEFAULT_RULE)).toMatchObject({
      grade: 4,
      state: 'stretch',
      label: 'made, stretch',
    });
    expect(gradeOf(input({ actual: 1199, stretch: 1200 }), DEFAULT_RULE).state).toBe('made');
  });

  it('against last year may have two grades only, whatever the target', () => {
    const own = rule({
      benchmark: 'priorYear',
      isTwoGrade: true,
      thresholds: { upper: 100, lower: 90 },
    });
    const compareWith = () => 500;
    expect(
      [2000, 500, 499, 450].map((actual) => at(actual, { compareWith, phase: 'ended' }, own)),
    ).toEqual([3, 3, 1, 1]);
    expect(findRuleFaults({ ...own, benchmark: 'target' }, 'higher')).toEqual([
      { field: 'isTwoGrade', fault: 'twoGradesOfTarget' },
    ]);
  });

  it('gives a running day or week no grade, and one with too few deals neither', () => {
    const state = (over: Partial<GradeInput>) => gradeOf(input(over), DEFAULT_RULE).state;
    const [running, over] = [
      { due: { gone: 0, total: 1 }, isWorkless: false, workingDays: 1 },
      { due: { gone: 1, total: 1 }, isWorkless: false, workingDays: 1 },
    ];
    expect(state({ kind: 'day', elapsed: running, actual: 1000 })).toBe('running');
    expect(state({ kind: 'week', actual: 1000 })).toBe('running');
    expect(state({ kind: 'day', elapsed: over, actual: 1000 })).toBe('made');
    expect(state({ kind: 'day', elapsed: over, hasTooFewDeals: true })).toBe('tooFewDeals');
  });

  it('asks of a running period only the part of a fixed value that is due', () => {
    const own = rule({ absoluteThresholds: { month: { upper: 800, lower: 600 } } });
    expect([400, 399, 300, 299].map((actual) => at(actual, {}, own))).toEqual([3, 2, 2, 1]);
    expect([800, 799].map((actual) => at(actual, { phase: 'ended' }, own))).toEqual([3, 2]);
  });

  it('compares with the prior period at the same point, with or without a target', () => {
    const own = rule({ benchmark: 'priorPeriod', thresholds: { upper: 100, lower: 90 } });
    const compareWith = (): number => 200;
    expect(
      [200, 199, 180, 179].map((actual) => at(actual, { target: null, compareWith }, own)),
    ).toEqual([3, 2, 2, 1]);
    expect(at(1000, { compareWith }, own)).toBe(4);
    expect(gradeOf(input({ actual: 5, target: null }), own)).toMatchObject({
      grade: 0,
      state: 'noBenchmark',
    });
    expect(gradeOf(input({ actual: 5, target: null, compareWith: () => 0 }), own).state).toBe(
      'noBenchmark',
    );
  });

  it('never calls more than the average made: an average is no target (common practice: 90 and 110 %)', () => {
    const own = rule({ benchmark: 'peerAverage', thresholds: { upper: 110, lower: 90 } });
    const compareWith = () => 1000;
    expect(
      [5000, 1100, 1099, 900, 899].map((actual) =>
        at(actual, { compareWith, phase: 'ended' }, own),
      ),
    ).toEqual([3, 3, 2, 2, 1]);
  });

  it('gives a day on which nobody works no grade, unless its target was reached', () => {
    const elapsed = { due: { gone: 1, total: 1 }, isWorkless: true, workingDays: 0 };
    expect(
      gradeOf(input({ actual: 0, kind: 'day', elapsed, phase: 'ended' }), DEFAULT_RULE).state,
    ).toBe('noWorkday');
    expect(at(1000, { kind: 'day', elapsed, phase: 'ended' }, DEFAULT_RULE)).toBe(4);
  });

  it('words, colours and draws a grade as it says', () => {
    const own = rule({
      labels: { open: ['cold', 'cool', 'warm', 'hot'], ended: ['frozen', 'chilly', 'mild', 'hot'] },
      iconSet: 'shapes',
      colors: ['plum', 'slate', 'teal', 'amber'],
    });
    expect(gradeOf(input({ actual: 399 }), own)).toEqual({
      grade: 1,
      state: 'below',
      label: 'cold',
      iconSet: 'shapes',
      color: 'plum',
    });
    expect(gradeOf(input({ actual: 399, phase: 'ended' }), own)).toMatchObject({ label: 'frozen' });
  });

  it('gets no better grade for a smaller figure, whatever the thresholds', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -1000, max: 3000 }),
        fc.integer({ min: 0, max: 500 }),
        fc.integer({ min: 1, max: 2000 }),
        fc.integer({ min: 1, max: 999 }),
        fc.constantFrom('open' as const, 'ended' as const),
        (actual, more, upper, less, phase) => {
          const own = rule({ thresholds: { upper: (upper + less) / 10, lower: upper / 10 } });
          expect(at(actual + more, { phase }, own)).toBeGreaterThanOrEqual(
            at(actual, { phase }, own),
          );
          const limit = {
            ...defaultRule({ isCumulative: false, direction: 'lower' }),
            thresholds: { upper: upper / 10, lower: (upper + less) / 10 },
          };
          expect(
            at(actual + more, { phase, direction: 'lower', isCumulative: false }, limit),
          ).toBeLessThanOrEqual(
            at(actual, { phase, direction: 'lower', isCumulative: false }, limit),
          );
        },
      ),
    );
  });

  it.each<[string, Partial<StatusRule>, string, string]>([
    [
      'thresholds that are crossed',
      { thresholds: { upper: 80, lower: 95 } },
      'thresholds',
      'thresholdsCrossed',
    ],
    [
      'thresholds that are one',
      { thresholds: { upper: 90, lower: 90 } },
      'thresholds',
      'thresholdsCrossed',
    ],
    ['a cut of nothing', { thresholds: { upper: 90, lower: 0 } }, 'thresholds', 'notPositive'],
    [
      'crossed fixed values',
      { absoluteThresholds: { day: { upper: 1, lower: 2 } } },
      'absoluteThresholds/day',
      'thresholdsCrossed',
    ],
    [
      'an empty word',
      { labels: { ...DEFAULT_RULE.labels, open: ['behind', ' ', 'on pace', 'made'] } },
      'labels/open/1',
      'emptyWord',
    ],
    [
      'a word twice',
      { labels: { ...DEFAULT_RULE.labels, ended: ['short', 'Short', 'near', 'made'] } },
      'labels/ended/1',
      'sameWord',
    ],
    ['a colour twice', { colors: ['rust', 'amber', 'rust', 'teal'] }, 'colors/2', 'sameColor'],
  ])('with %s cannot be used', (_case, over, field, fault) =>
    expect(findRuleFaults(rule(over), 'higher')).toEqual([{ field, fault }]),
  );

  it('that ships has no fault, in either direction and for either kind of measure', () => {
    for (const direction of ['higher', 'lower'] as const)
      for (const isCumulative of [true, false])
        expect(findRuleFaults(defaultRule({ isCumulative, direction }), direction)).toEqual([]);
  });
});

import { describe, expect, it } from 'vitest';
import {
  BENCHMARKS,
  cutsOf,
  defaultLabels,
  defaultRule,
  defaultThresholds,
  findRuleFaults,
  isComparison,
  mayBeTwoGrade,
  type StatusRule,
} from './rule';

const RULE: StatusRule = defaultRule({ isCumulative: true, direction: 'higher' });
const faultsOf = (over: Partial<StatusRule>, direction: 'higher' | 'lower' = 'higher') =>
  findRuleFaults({ ...RULE, ...over }, direction);
const words = (...open: [string, string, string, string]) => ({ labels: { ...RULE.labels, open } });

describe('the rule that ships', () => {
  it('judges what grows by what is due, and everything else by its target', () => {
    expect(RULE).toEqual({
      benchmark: 'expectedToDate',
      thresholds: { upper: 95, lower: 80 },
      absoluteThresholds: {},
      labels: {
        open: ['behind', 'slipping', 'on pace', 'made'],
        ended: ['well short', 'short', 'near', 'made'],
      },
      iconSet: 'rungs',
      colors: ['rust', 'amber', 'steel', 'teal'],
    });
    expect(defaultRule({ isCumulative: false, direction: 'lower' })).toMatchObject({
      benchmark: 'target',
      thresholds: { upper: 103, lower: 110 },
      labels: { ended: ['well over', 'over', 'near', 'made'] },
    });
  });

  it('has the thresholds of docs/calculations.md, 8, for each way to be judged', () => {
    expect(
      BENCHMARKS.map((benchmark) => [
        benchmark,
        defaultThresholds(benchmark, 'higher'),
        defaultThresholds(benchmark, 'lower'),
      ]),
    ).toEqual(
      BENCHMARKS.map((benchmark) =>
        benchmark === 'peerAverage'
          ? [benchmark, { upper: 110, lower: 90 }, { upper: 90, lower: 110 }]
          : [benchmark, { upper: 95, lower: 80 }, { upper: 103, lower: 110 }],
      ),
    );
  });

  it('is without fault in each of its forms', () => {
    for (const benchmark of BENCHMARKS)
      for (const direction of ['higher', 'lower'] as const)
        expect(
          findRuleFaults(
            {
              ...RULE,
              benchmark,
              thresholds: defaultThresholds(benchmark, direction),
              labels: defaultLabels(benchmark, direction),
            },
            direction,
          ),
          `${benchmark} ${direction}`,
        ).toEqual([]);
  });

  it('says what is compared, the worse first', () => {
    const first = (benchmark: (typeof BENCHMARKS)[number], direction: 'higher' | 'lower') =>
      defaultLabels(benchmark, direction).ended[0];
    expect(first('peerAverage', 'higher')).toBe('below average');
    expect(first('peerAverage', 'lower')).toBe('above average');
    expect(first('priorPeriod', 'higher')).toBe('down on before');
    expect(first('priorPeriod', 'lower')).toBe('up on before');
    expect(first('priorYear', 'higher')).toBe('down on last year');
    expect(first('priorYear', 'lower')).toBe('up on last year');
    for (const benchmark of ['peerAverage', 'priorPeriod', 'priorYear'] as const)
      for (const direction of ['higher', 'lower'] as const) {
        const { open, ended } = defaultLabels(benchmark, direction);
        expect(open).toEqual(ended);
        expect(open[2]).toBe(
          defaultLabels(benchmark, direction === 'lower' ? 'higher' : 'lower').open[0],
        );
        expect(open[1]).toMatch(/^a(round|bout)/);
        expect(open[3]).toBe('made');
      }
  });
});

describe('what a rule compares with', () => {
  it('is a comparison unless it is the target or what is due of it', () => {
    expect(BENCHMARKS.filter(isComparison)).toEqual(['priorPeriod', 'priorYear', 'peerAverage']);
    expect(BENCHMARKS.filter(mayBeTwoGrade)).toEqual(['priorPeriod', 'priorYear']);
  });

  it('gives the percents that a shown one must not cross only where they are of the target', () => {
    expect(cutsOf(RULE)).toEqual([80, 95]);
    expect(cutsOf({ ...RULE, benchmark: 'target' })).toEqual([80, 95]);
    expect(cutsOf({ ...RULE, benchmark: 'peerAverage' })).toEqual([]);
  });
});

describe('a rule that cannot be used', () => {
  it('has thresholds that cross, or are level, as the direction has it', () => {
    const crossed = [{ field: 'thresholds', fault: 'thresholdsCrossed' }];
    expect(faultsOf({ thresholds: { upper: 80, lower: 95 } })).toEqual(crossed);
    expect(faultsOf({ thresholds: { upper: 80, lower: 80 } })).toEqual(crossed);
    expect(faultsOf({ thresholds: { upper: 80.1, lower: 80 } })).toEqual([]);
    expect(faultsOf({ thresholds: { upper: 95, lower: 80 } }, 'lower')).toEqual(crossed);
    expect(faultsOf({ thresholds: { upper: 80, lower: 80 } }, 'lower')).toEqual(crossed);
    expect(faultsOf({ thresholds: { upper: 80, lower: 80.1 } }, 'lower')).toEqual([]);
  });

  it('has a threshold of nothing: that alone is said', () => {
    const notPositive = [{ field: 'thresholds', fault: 'notPositive' }];
    expect(faultsOf({ thresholds: { upper: 95, lower: 0 } })).toEqual(notPositive);
    expect(faultsOf({ thresholds: { upper: 0, lower: 95 } })).toEqual(notPositive);
    expect(faultsOf({ thresholds: { upper: 95, lower: 0.1 } })).toEqual([]);
  });

  it('has fixed values that cross, named by their length of period and level', () => {
    const bad = { month: { upper: 1, lower: 2 }, week: { upper: 2, lower: 1 } };
    expect(
      faultsOf({ absoluteThresholds: bad, thresholdsByLevel: { team: bad, branch: {} } }),
    ).toEqual([
      { field: 'absoluteThresholds/month', fault: 'thresholdsCrossed' },
      { field: 'thresholdsByLevel/team/month', fault: 'thresholdsCrossed' },
    ]);
    // A fixed value may be nothing, or less.
    expect(faultsOf({ absoluteThresholds: { day: { upper: 0, lower: -5 } } })).toEqual([]);
  });

  it('has two grades of a target', () => {
    expect(faultsOf({ isTwoGrade: true })).toEqual([
      { field: 'isTwoGrade', fault: 'twoGradesOfTarget' },
    ]);
    expect(faultsOf({ isTwoGrade: true, benchmark: 'priorYear' })).toEqual([]);
    expect(faultsOf({ isTwoGrade: false })).toEqual([]);
  });

  it('has words that are empty, too long or the same', () => {
    expect(faultsOf(words('behind', ' ', 'x'.repeat(24), 'y'.repeat(25)))).toEqual([
      { field: 'labels/open/1', fault: 'emptyWord' },
      { field: 'labels/open/3', fault: 'longWord' },
    ]);
    expect(faultsOf(words('late', 'soon', ' LATE ', 'made'))).toEqual([
      { field: 'labels/open/2', fault: 'sameWord' },
    ]);
    expect(faultsOf({ labels: { ...RULE.labels, ended: ['a', 'b', 'c', 'c'] } })).toEqual([
      { field: 'labels/ended/3', fault: 'sameWord' },
    ]);
  });

  it('has a colour twice', () => {
    expect(faultsOf({ colors: ['rust', 'amber', 'rust', 'amber'] })).toEqual([
      { field: 'colors/2', fault: 'sameColor' },
      { field: 'colors/3', fault: 'sameColor' },
    ]);
  });

  it('is told everything that is wrong with it at once', () => {
    expect(
      faultsOf({ thresholds: { upper: 1, lower: 2 }, isTwoGrade: true, ...words('', '', 'a', 'b') })
        .length,
    ).toBe(4);
  });
});

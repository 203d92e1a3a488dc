import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type AlertState, cross, FIRST_STATE } from './crossing';
import type { AlertCondition } from './rule';

const pace: AlertCondition = { kind: 'pace', threshold: 90, change: null, days: null };
const firesOf = (condition: AlertCondition, readings: (number | null)[], day?: number) => {
  let state: AlertState = FIRST_STATE;
  return readings.map((reading, at) => {
    const next = cross(condition, state, reading, day ?? at);
    state = next.state;
    return next.fires;
  });
};

describe('a rule', () => {
  it('fires once a crossing, and again only after it came back by its band', () => {
    expect(firesOf(pace, [95, 89, 85, 91, 89, 92.1, 89.9])).toEqual([
      false,
      true,
      false,
      false,
      false,
      false,
      true,
    ]);
  });

  it('at its threshold has not crossed what is to be kept, but has what is not to be reached', () => {
    expect(firesOf(pace, [90])).toEqual([false]);
    const overdue: AlertCondition = { kind: 'overdue', threshold: 3, change: null, days: null };
    expect(firesOf(overdue, [2, 3, 4, 2, 3])).toEqual([false, true, false, false, true]);
  });

  it('of an amount comes back by five percent of it', () => {
    const gap: AlertCondition = { kind: 'gap', threshold: -1_000, change: null, days: null };
    expect(firesOf(gap, [-1_001, -960, -1_001, -949, -1_001])).toEqual([
      true,
      false,
      false,
      false,
      true,
    ]);
  });

  it('of nothing to read says nothing and forgets nothing', () => {
    expect(firesOf(pace, [89, null, 85])).toEqual([true, false, false]);
  });

  it('of grades fires at the change that is wanted, once a day', () => {
    const worse: AlertCondition = { kind: 'grade', threshold: null, change: 'worse', days: null };
    expect(firesOf(worse, [3, 2, 3, 2])).toEqual([false, true, false, true]);
    expect(firesOf(worse, [3, 2, 3, 2], 5)).toEqual([false, true, false, false]);
    expect(firesOf({ ...worse, change: 'better' }, [2, 3])).toEqual([false, true]);
    // No target, no grade: nothing got worse.
    expect(firesOf(worse, [3, 0, 3])).toEqual([false, false, false]);
  });

  it('never fires twice without having been back in between (property)', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 80, max: 100 })), (readings) => {
        const fires = firesOf(pace, readings);
        let isOut = false;
        readings.forEach((reading, at) => {
          if (fires[at]) {
            expect(isOut).toBe(false);
            isOut = true;
          } else if (reading > 92) isOut = false;
        });
      }),
    );
  });
});

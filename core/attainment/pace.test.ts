import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { parseDay } from '../period/day';
import { type Elapsed, elapsedOf } from './elapsed';
import { paceOf } from './pace';

const day = (text: string) => parseDay(text)!;

/** 13 of 21 working days: the example of docs/calculations.md, 7. */
const OPEN: Elapsed = {
  phase: 'open',
  workingDaysElapsed: 13,
  workingDays: 21,
  workingDaysRemaining: 8,
  isWorkless: false,
  due: { gone: 13, total: 21 },
  dueBasis: 'workingDays',
};
const NONE = {
  expectedToDate: null,
  aheadOfPace: null,
  pace: null,
  requiredDailyRate: null,
  averageDailyRate: null,
  runRateProjection: null,
};

describe('pace', () => {
  it('sets what grows against the share of the target that is due', () => {
    // Of 210 a 13/21 is 130; 80 of 210 are left for 8 days; 130 in 13 days; 130 x 21/13.
    expect(paceOf(130, 210, OPEN, true)).toEqual({
      expectedToDate: 130,
      aheadOfPace: 0,
      pace: 1,
      requiredDailyRate: 10,
      averageDailyRate: 10,
      runRateProjection: 210,
    });
    expect(paceOf(156, 210, OPEN, true)).toMatchObject({ aheadOfPace: 26, pace: 1.2 });
    expect(paceOf(104, 210, OPEN, true)).toMatchObject({ aheadOfPace: -26, pace: 0.8 });
  });

  it('asks for nothing more once the target is reached', () => {
    expect(paceOf(300, 210, OPEN, true).requiredDailyRate).toBe(0);
    expect(paceOf(210, 210, OPEN, true).requiredDailyRate).toBe(0);
    expect(paceOf(202, 210, OPEN, true).requiredDailyRate).toBe(1);
  });

  it('has rates, and nothing of a target, where none is set', () => {
    expect(paceOf(130, null, OPEN, true)).toEqual({
      ...NONE,
      averageDailyRate: 10,
      runRateProjection: 210,
    });
  });

  it('has no rate a day before the first and after the last, and no outcome of nothing', () => {
    const first = { ...OPEN, workingDaysElapsed: 0, due: { gone: 0, total: 21 } };
    expect(paceOf(5, 210, first, true)).toEqual({
      expectedToDate: 0,
      aheadOfPace: 5,
      pace: null,
      requiredDailyRate: 205 / 8,
      averageDailyRate: null,
      runRateProjection: null,
    });
    expect(paceOf(5, 210, { ...OPEN, workingDaysRemaining: 0 }, true).requiredDailyRate).toBeNull();
  });

  it('divides by no target of nothing, and none below it', () => {
    for (const target of [0, -210]) expect(paceOf(5, target, OPEN, true).pace).toBeNull();
    expect(paceOf(5, -210, OPEN, true)).toMatchObject({ expectedToDate: -130, aheadOfPace: 135 });
  });

  it('of a ratio or a limit is the target itself, without a rate', () => {
    expect(paceOf(27, 25, OPEN, false)).toEqual({
      ...NONE,
      expectedToDate: 25,
      aheadOfPace: 2,
      pace: 27 / 25,
    });
    expect(paceOf(27, null, OPEN, false)).toEqual(NONE);
    for (const target of [0, -1]) expect(paceOf(27, target, OPEN, false).pace).toBeNull();
    expect(paceOf(1, 2, OPEN, false)).toMatchObject({ aheadOfPace: -1, pace: 0.5 });
  });

  it('of nothing known is what was due of a ratio, and nothing else', () => {
    expect(paceOf(null, 210, OPEN, true)).toEqual(NONE);
    expect(paceOf(null, 25, OPEN, false)).toEqual({ ...NONE, expectedToDate: 25 });
  });

  it('comes to the target at the rate that is needed', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 1e9 }),
        fc.integer({ min: 1, max: 1e9 }),
        (actual, target) => {
          const { requiredDailyRate } = paceOf(actual, target, OPEN, true);
          expect(actual + requiredDailyRate! * 8).toBeCloseTo(Math.max(actual, target), 3);
        },
      ),
      { seed: 20_261_128 },
    );
  });
});

describe('how far a period has run', () => {
  const working = { weekdays: [1, 2, 3, 4, 5], closed: new Set([day('2026-11-11')]) };
  const november = { from: day('2026-11-01'), to: day('2026-12-01') };
  const on = (text: string, isTodayOver = true) =>
    elapsedOf(november, day(text), working, isTodayOver);

  it('is nothing before it and all from its last day on', () => {
    expect(on('2026-10-31')).toEqual({
      phase: 'notStarted',
      workingDaysElapsed: 0,
      workingDays: 20,
      workingDaysRemaining: 20,
      isWorkless: false,
      due: { gone: 0, total: 20 },
      dueBasis: 'workingDays',
    });
    expect(on('2026-11-30')).toMatchObject({
      phase: 'open',
      workingDaysElapsed: 20,
      workingDaysRemaining: 0,
      due: { gone: 20, total: 20 },
    });
    expect(on('2026-12-01')).toMatchObject({ phase: 'ended', workingDaysElapsed: 20 });
  });

  it('counts today when its business is over, and no free day', () => {
    expect(on('2026-11-10')).toMatchObject({ workingDaysElapsed: 7, workingDaysRemaining: 13 });
    expect(on('2026-11-10', false)).toMatchObject({ workingDaysElapsed: 6 });
    // A holiday, and a Saturday.
    for (const free of ['2026-11-11', '2026-11-14'])
      expect(on(free).workingDaysElapsed).toBe(on(free, false).workingDaysElapsed);
    expect(on('2026-11-01', false)).toMatchObject({ phase: 'open', workingDaysElapsed: 0 });
  });

  it('of a period on which nobody works is due on its last day', () => {
    const weekend = { from: day('2026-11-14'), to: day('2026-11-16') };
    const at = (text: string) => elapsedOf(weekend, day(text), working);
    expect(at('2026-11-14')).toMatchObject({
      isWorkless: true,
      workingDays: 0,
      workingDaysElapsed: 0,
      workingDaysRemaining: 0,
      due: { gone: 0, total: 1 },
    });
    expect(at('2026-11-15')).toMatchObject({ workingDaysElapsed: 0, due: { gone: 1, total: 1 } });
  });

  it('never goes back from one day to the next', () => {
    fc.assert(
      fc.property(fc.integer({ min: -10, max: 45 }), (offset) => {
        const [one, next] = [0, 1].map(
          (more) => elapsedOf(november, november.from + offset + more, working).due.gone,
        );
        expect(next! - one!).toBeGreaterThanOrEqual(0);
        expect(next! - one!).toBeLessThanOrEqual(1);
      }),
      { seed: 20_261_128 },
    );
  });
});

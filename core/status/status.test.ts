import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { rank } from '../ranking/rank';
import { gradeOf, type GradeInput } from './grade';
import { showChange, showPercent } from './percent';
import { DEFAULT_RULE } from './rule';

const input = (over: Partial<GradeInput>): GradeInput => ({
  actual: 0, target: 1000, incomplete: false, phase: 'open', elapsed: { gone: 10, total: 20 }, direction: 'higher', accrues: over.direction !== 'lower', ...over,
});

describe('status', () => {
  it.each<[number, string]>([[1000, 'made'], [999, 'onPace'], [475, 'onPace'], [474, 'slipping'], [400, 'slipping'], [399, 'behind'], [-5, 'behind']])(
    'of %d from 500 due by now is %s', (actual, state) => expect(gradeOf(input({ actual }), DEFAULT_RULE).state).toBe(state));

  it.each<[number, string]>([[1000, 'made'], [950, 'near'], [949, 'short'], [800, 'short'], [799, 'wellShort']])(
    'of %d from a target of 1000 once ended is %s', (actual, state) => expect(gradeOf(input({ actual, phase: 'ended' }), DEFAULT_RULE).state).toBe(state));

  it('turns round when lower is better, and cannot be made before the end', () => {
    const rule = { yardstick: 'target', upperCut: 103, lowerCut: 110 } as const;
    const of = (actual: number, phase: 'open' | 'ended') => gradeOf(input({ actual, phase, direction: 'lower' }), rule).grade;
    expect([of(900, 'open'), of(1030, 'open'), of(1031, 'open'), of(1100, 'open'), of(1101, 'open')]).toEqual([3, 3, 2, 2, 1]);
    expect([of(1000, 'ended'), of(1001, 'ended')]).toEqual([4, 3]);
  });

  it('is a state of its own without a target, with an incomplete one, and before the start', () => {
    expect(gradeOf(input({ target: null }), DEFAULT_RULE)).toEqual({ grade: 0, state: 'noTarget' });
    expect(gradeOf(input({ incomplete: true }), DEFAULT_RULE)).toEqual({ grade: 0, state: 'incomplete' });
    expect(gradeOf(input({ phase: 'notStarted' }), DEFAULT_RULE)).toEqual({ grade: 0, state: 'notStarted' });
  });

  it('compares exactly where floats would not', () => {
    const target = 9_007_199_254_740_991;
    expect(gradeOf(input({ actual: target - 1, target, phase: 'ended' }), DEFAULT_RULE).state).toBe('near');
  });
});

describe('percent', () => {
  it('never crosses a cut or 100 %', () => {
    expect(showPercent(0.996)).toBe('99.6%');
    expect(showPercent(0.99999)).toBe('99.99%');
    expect(showPercent(0.825, [80, 95])).toBe('83%');
    expect(showPercent(0.7996, [80, 95])).toBe('79.96%');
    expect(showPercent(1)).toBe('100%');
    fc.assert(fc.property(fc.double({ min: -2, max: 5, noNaN: true }), (ratio) => {
      const shown = Number(showPercent(ratio, [80, 95]).replace('−', '-').replace('%', ''));
      for (const cut of [80, 95, 100]) expect(shown < cut).toBe(ratio * 100 < cut);
    }));
  });
  it('says a change with its sign', () => expect([showChange(0.114), showChange(-0.382), showChange(0)]).toEqual(['+11.4%', '−38.2%', '0.0%']));
});

describe('rank', () => {
  it('shares a rank on a tie and skips the next', () => {
    const by = { value: (n: number) => n, actual: (n: number) => n, name: String, direction: 'higher' as const };
    expect(rank([5, 9, 5, 1], by).map((each) => [each.item, each.rank])).toEqual([[9, 1], [5, 2], [5, 2], [1, 4]]);
  });
});

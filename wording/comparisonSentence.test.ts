import { describe, expect, it } from 'vitest';
import { type ComparedFigure, describeComparison } from './comparisonSentence';

const figure: ComparedFigure = {
  unitName: 'Saltmarsh',
  periodName: 'November 2026',
  measure: { code: 'revenue', name: 'Revenue', direction: 'higher', valueKind: 'money' },
  unit: { kind: 'money', currency: 'EUR' },
  now: 265_000,
  then: 300_000,
  benchmark: 'November 2025',
  isTarget: false,
  isPeers: false,
  hasBegun: true,
  isCut: true,
};
const tell = (over: Partial<ComparedFigure>) => describeComparison({ ...figure, ...over });
const say = (over: Partial<ComparedFigure>) =>
  tell(over)
    .map(({ text }) => text)
    .join('');

describe('the sentence of a comparison', () => {
  it('says by how much, with what, and whether that is good', () => {
    expect(say({})).toBe(
      'Saltmarsh in November 2026 is €350 below the same point of November 2025.',
    );
    expect(say({ isCut: false, then: 200_000 })).toBe(
      'Saltmarsh in November 2026 is €650 above November 2025.',
    );
    expect(tell({}).map(({ emphasis }) => emphasis)).toEqual([undefined, 'bad', undefined]);
    expect(say({ then: 265_000 })).toContain('is level with the same point of November 2025');
  });
  it('tells a target from a period, points from percents, and lower from higher', () => {
    expect(say({ benchmark: 'target', isTarget: true, isCut: false })).toContain(
      '€350 below the whole target',
    );
    const cost = {
      measure: { code: 'cost_share', name: 'Cost share', direction: 'lower', valueKind: 'percent' },
      unit: { kind: 'percent', decimals: 1 },
      now: 325,
      then: 350,
    } as const;
    expect(say(cost)).toBe(
      'Saltmarsh in November 2026 is 2.5 points below the same point of November 2025 in cost share.',
    );
    expect(tell(cost)[1]!.emphasis).toBe('good');
  });
  it('says what is not there', () => {
    expect(say({ now: null })).toContain('has no revenue, so there is nothing to compare');
    expect(say({ then: null })).toContain('of November 2025 nothing is known');
    expect(say({ benchmark: 'target', then: null, isTarget: true })).toContain(
      'no complete target',
    );
    const benchmark = 'the target of “Second try” (draft)';
    expect(say({ benchmark, then: null, isTarget: true })).toContain(
      'no complete target of “Second try” (draft)',
    );
    expect(say({ hasBegun: false })).toMatch(/^November 2026 has not started/);
  });
});

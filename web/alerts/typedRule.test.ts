import { describe, expect, it } from 'vitest';
import type { AlertRule } from '#contract/schemas/alert';
import { EMPTY_RULE, toInput, toTyped } from './typedRule';

const typed = { ...EMPTY_RULE, unit: 'salt' };
const EUR = { kind: 'money' as const, currency: 'EUR' };

describe('a rule as it is typed', () => {
  it.each([
    ['euros have cents', EUR, -1_000_000],
    ['yen have none', { kind: 'money' as const, currency: 'JPY' }, -10_000],
    ['deals are counted whole', { kind: 'count' as const, decimals: 0 }, -10_000],
  ])('an amount behind pace is below 0, and %s', (_what, unit, threshold) => {
    const input = toInput({ ...typed, kind: 'gap', threshold: '10,000' }, unit);
    expect(input.threshold).toBe(threshold);
    const rule = { ...input, unit: { code: 'salt' }, receivers: [] } as unknown as AlertRule;
    expect(toTyped(rule, unit).threshold).toBe('10000');
  });

  it('leaves out what its kind does not ask, and what cannot be read', () => {
    expect(toInput({ ...typed, kind: 'grade' }, EUR)).toMatchObject({
      threshold: null,
      days: null,
      change: 'worse',
      name: 'Grade changes',
    });
    expect(toInput({ ...typed, threshold: 'many' }, EUR).threshold).toBeNull();
  });
});

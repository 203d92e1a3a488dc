import { describe, expect, it } from 'vitest';
import { outlookOf } from '#core/forecast/outlook';
import { describeOutlook, showOdds } from './forecast';

const EUR = { kind: 'money', currency: 'EUR' } as const;
const november = {
  period: {
    id: 'FY2027-P08',
    kind: 'month' as const,
    name: 'November 2026',
    from: '2026-11-01',
    lastDay: '2026-11-30',
  },
};
const deal = {
  id: 1,
  unitBelow: 'a',
  stage: null,
  amount: 50_000,
  probability: 0.4,
  expectedOn: 20_780,
};
const tell = (actual: number, target: number | null, deals: (typeof deal)[] = [deal]) =>
  describeOutlook('Saltmarsh', november, outlookOf({ actual, target }, deals), EUR);

describe('the outlook in words', () => {
  it('keeps won and expected apart and ends with the odds', () => {
    expect(tell(100_000, 200_000)).toBe(
      'Saltmarsh has won €1,000 of €2,000 in November 2026. One open deal worth €500 weighs €200; the forecast is 60% of target, €800 short. The odds to make it: none.',
    );
    expect(tell(170_000, 200_000)).toContain('€100 short. The odds to make it: 40%.');
    expect(tell(190_000, 200_000)).toContain(
      'enough if things go as expected. The odds to make it: 40%.',
    );
  });

  it('says so where the target is made, missing, or nothing is open', () => {
    expect(tell(200_000, 200_000)).toContain('The target is made.');
    expect(tell(5, null)).toContain('has no complete target');
    expect(tell(0, 200_000, [])).toContain(
      'No open deal is expected to close in it; the forecast is 0% of target',
    );
  });
});

describe('odds', () => {
  it.each([
    [0, 'exact', 'none'],
    [1, 'exact', 'certain'],
    [0, 'simulated', 'under 0.1%'],
    [1, 'simulated', 'over 99.9%'],
    [0.0004, 'exact', 'under 0.1%'],
    [0.9996, 'exact', 'over 99.9%'],
    [0.063, 'exact', '6.3%'],
    [0.44, 'simulated', '44%'],
    [0.96, 'exact', '96.0%'],
  ] as const)('of %d, %s, are %s', (odds, method, words) => {
    expect(showOdds({ odds, method, deals: 3 })).toBe(words);
  });
});

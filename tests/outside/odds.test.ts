import jstat from 'jstat';
import { describe, expect, it } from 'vitest';
import { oddsOf } from '#core/forecast/odds';

describe('the odds of equal deals', () => {
  it('are the binomial distribution of a statistics library (jStat)', () => {
    for (const [count, probability, wanted] of [
      [30, 0.4, 12],
      [30, 0.15, 3],
      [17, 0.85, 15],
      [1, 0.5, 1],
    ] as const) {
      const chances = Array.from({ length: count }, () => ({ amount: 100_00, probability }));
      expect(oddsOf(wanted * 100_00, chances).odds).toBeCloseTo(
        1 - jstat.binomial.cdf(wanted - 1, count, probability),
        10,
      );
    }
  });

  it('above thirty deals are drawn, always the same, and within three standard errors of the binomial', () => {
    const chances = Array.from({ length: 200 }, () => ({ amount: 500, probability: 0.4 }));
    const drawn = oddsOf(80 * 500, chances);
    const exact = 1 - jstat.binomial.cdf(79, 200, 0.4);
    expect(drawn).toEqual(oddsOf(80 * 500, chances));
    expect(drawn.method).toBe('simulated');
    expect(Math.abs(drawn.odds - exact)).toBeLessThan(
      3 * Math.sqrt((exact * (1 - exact)) / 20_000),
    );
  });
});

import fc from 'fast-check';
import jstat from 'jstat';
import { describe, expect, it } from 'vitest';
import { correlationOf } from '#core/comparison/correlation';

describe('correlation', () => {
  it('is that of a statistics library over any figures', () => {
    const figure = fc.integer({ min: -1_000_000, max: 1_000_000 });
    fc.assert(
      fc.property(fc.array(fc.tuple(figure, figure), { minLength: 6, maxLength: 40 }), (pairs) => {
        const [xs, ys] = [pairs.map(([a]) => a), pairs.map(([, b]) => b)];
        fc.pre(new Set(xs).size > 1 && new Set(ys).size > 1);
        expect(correlationOf(pairs)).toBeCloseTo(jstat.corrcoeff(xs, ys), 9);
      }),
    );
  });
});

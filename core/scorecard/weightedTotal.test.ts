import { SUMPRODUCT } from '@formulajs/formulajs';
import { array, assert, float, integer, property, record } from 'fast-check';
import { describe, expect, it } from 'vitest';
import { weighTotal } from './weightedTotal';

describe('the weighted total of a scorecard', () => {
  it('weighs attainments, and turns round what is better lower', () =>
    expect(
      weighTotal([
        { weight: 50, attainment: 0.8, direction: 'higher' },
        { weight: 30, attainment: 1.25, direction: 'lower' },
        { weight: 20, attainment: 1.1, direction: 'higher' },
      ]),
    ).toEqual({ value: 0.86, used: 100, all: 100 }));

  it('leaves out what has no attainment, with its weight', () => {
    expect(
      weighTotal([
        { weight: 3, attainment: 0.9, direction: 'higher' },
        { weight: 1, attainment: null, direction: 'higher' },
        { weight: 1, attainment: 0, direction: 'lower' },
      ]),
    ).toEqual({ value: 0.9, used: 3, all: 5 });
    expect(weighTotal([]).value).toBeNull();
    expect(weighTotal([{ weight: 0, attainment: 1, direction: 'higher' }]).value).toBeNull();
  });

  it('is the spreadsheet’s SUMPRODUCT of weights and attainments over the sum of the weights', () =>
    assert(
      property(
        array(
          record({
            weight: integer({ min: 1, max: 100 }),
            attainment: float({ min: 0, max: 4, noNaN: true }),
          }),
          { minLength: 1, maxLength: 12 },
        ),
        (parts) => {
          const weights = parts.map((part) => part.weight);
          const product = SUMPRODUCT(
            weights,
            parts.map((part) => part.attainment),
          );
          const expected = Number(product) / weights.reduce((sum, each) => sum + each, 0);
          const { value } = weighTotal(
            parts.map((part) => ({ ...part, direction: 'higher' as const })),
          );
          expect(value).toBeCloseTo(expected, 9);
        },
      ),
    ));
});

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { classify } from './abc';

const classes = (values: readonly number[]) =>
  classify(values.map((value, index) => ({ key: String(index).padStart(3, '0'), value })))
    .map(({ abc }) => abc)
    .join('');

describe('ABC classes', () => {
  it('go by the share before each', () => {
    expect(classes([70, 20, 10])).toBe('ABC');
    expect(classes([69, 1, 20, 10])).toBe('AABC');
    expect(classes([100])).toBe('A');
    expect(classes([25, 25, 25, 25])).toBe('AAAB');
  });
  it('of nothing and of refunds are C', () => {
    expect(classes([50, 0, -20])).toBe('ACC');
    expect(classes([0, -1])).toBe('CC');
    expect(classes([])).toBe('');
  });
  it('fall from A to C, and the shares rise to all', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: -50, max: 500 }), { minLength: 1 }), (values) => {
        const found = classify(values.map((value, index) => ({ key: String(index), value })));
        const text = found.map(({ abc }) => abc).join('');
        expect(text).toMatch(/^A*B*C*$/);
        found
          .slice(1)
          .forEach((each, index) =>
            expect(each.cumulativeShare).toBeGreaterThanOrEqual(found[index]!.cumulativeShare),
          );
        if (values.some((value) => value > 0))
          expect(found.at(-1)!.cumulativeShare).toBeCloseTo(1, 12);
      }),
    );
  });
});

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { concentrationOf } from './concentration';

const items = (values: readonly number[]) =>
  values.map((value, index) => ({ key: String(index), value }));

describe('concentration', () => {
  it('adds up from the largest on, without refunds', () => {
    expect(concentrationOf(items([10, -5, 70, 0, 20]))).toEqual({
      total: 100,
      count: 3,
      cumulative: [70, 90, 100],
      classes: { A: 1, B: 1, C: 1 },
    });
    expect(concentrationOf([])).toEqual({
      total: 0,
      count: 0,
      cumulative: [],
      classes: { A: 0, B: 0, C: 0 },
    });
  });

  it('goes by chosen shares', () => {
    const { classes } = concentrationOf(items([40, 30, 20, 10]), { a: 0.3, b: 0.95 });
    expect(classes).toEqual({ A: 1, B: 3, C: 0 });
  });

  it('rises ever less steeply to the total, whatever the order', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: -100, max: 10_000 })), (values) => {
        const { cumulative, total, count, classes } = concentrationOf(items(values));
        const steps = cumulative.map((value, at) => value - (cumulative[at - 1] ?? 0));
        expect(steps).toEqual([...steps].sort((a, b) => b - a));
        expect(cumulative.at(-1) ?? 0).toBe(total);
        expect(classes.A + classes.B + classes.C).toBe(count);
        expect(concentrationOf(items([...values].reverse()))).toMatchObject({ total, cumulative });
      }),
    );
  });
});

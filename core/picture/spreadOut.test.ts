import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { spreadOut } from './spreadOut';

describe('marks of nearly one height', () => {
  it('stand in different columns as long as there are any', () =>
    expect(spreadOut([10, 10, 10, 11], 4)).toEqual([0, 1, 2, 3]));
  it('never share a column with one of the marks just before them', () => {
    fc.assert(
      fc.property(
        fc
          .array(fc.integer({ min: 0, max: 20 }), { maxLength: 20 })
          .map((steps) =>
            steps.map((_, index) => steps.slice(0, index + 1).reduce((sum, step) => sum + step, 0)),
          ),
        (heights) => {
          const columns = spreadOut(heights, 3);
          columns.forEach((column, index) => {
            if (index > 0) expect(column).not.toBe(columns[index - 1]);
            if (index > 1) expect(column).not.toBe(columns[index - 2]);
          });
        },
      ),
    );
  });
});

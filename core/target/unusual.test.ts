import { expect, it } from 'vitest';
import { describeUnusual } from './unusual';

it('points out a zero too many and one too few, and nothing in between', () => {
  expect(describeUnusual(800_000, { lastYear: 78_000, before: 80_000 })).toBe('10 times the period before');
  expect(describeUnusual(8_000, { lastYear: 80_000, before: null })).toBe("one tenth of last year's result");
  expect(describeUnusual(90_000, { lastYear: 78_000, before: 80_000 })).toBeNull();
  expect(describeUnusual(90_000, { lastYear: 0, before: null })).toBeNull();
});

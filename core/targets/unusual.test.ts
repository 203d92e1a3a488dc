import { expect, it } from 'vitest';
import { describeUnusual } from './unusual';

it('points out a zero too many and one too few, and nothing in between', () => {
  expect(describeUnusual(800_000, { priorYear: 78_000, before: 80_000 })).toBe(
    '10 times the period before',
  );
  expect(describeUnusual(8_000, { priorYear: 80_000, before: null })).toBe(
    "one tenth of last year's result",
  );
  expect(describeUnusual(90_000, { priorYear: 78_000, before: 80_000 })).toBeNull();
  expect(describeUnusual(90_000, { priorYear: 0, before: null })).toBeNull();
});

it('points out what is far from the peers, or asks for less than last year', () => {
  expect(
    describeUnusual(90_000, { priorYear: 0, before: null, peers: [20_000, 30_000, 40_000] }),
  ).toBe('3 times the average of its peers');
  expect(describeUnusual(10_000, { priorYear: 0, before: null, peers: [30_000, 50_000] })).toBe(
    'one quarter of the average of its peers',
  );
  expect(describeUnusual(70_000, { priorYear: 78_000, before: 80_000, peers: [60_000] })).toBe(
    "below last year's result",
  );
  expect(describeUnusual(0, { priorYear: 78_000, before: 80_000 })).toBeNull();
});

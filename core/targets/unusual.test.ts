import { expect, it } from 'vitest';
import { findUnusual } from './unusual';

it('points out a zero too many and one too few, and nothing in between', () => {
  expect(findUnusual(800_000, { priorYear: 78_000, before: 80_000 })).toEqual({
    case: 'times',
    of: 'before',
    times: 10,
  });
  expect(findUnusual(8_000, { priorYear: 80_000, before: null })).toEqual({
    case: 'partOf',
    of: 'priorYear',
    times: 10,
  });
  expect(findUnusual(90_000, { priorYear: 78_000, before: 80_000 })).toBeNull();
  expect(findUnusual(90_000, { priorYear: 0, before: null })).toBeNull();
});

it('points out what is far from the peers, or asks for less than last year', () => {
  expect(
    findUnusual(90_000, { priorYear: 0, before: null, peers: [20_000, 30_000, 40_000] }),
  ).toEqual({ case: 'times', of: 'peers', times: 3 });
  expect(findUnusual(10_000, { priorYear: 0, before: null, peers: [30_000, 50_000] })).toEqual({
    case: 'partOf',
    of: 'peers',
    times: 4,
  });
  expect(findUnusual(70_000, { priorYear: 78_000, before: 80_000, peers: [60_000] })).toEqual({
    case: 'belowPriorYear',
  });
  expect(findUnusual(0, { priorYear: 78_000, before: 80_000 })).toBeNull();
});

it('says so from exactly five times on, and three times for peers', () => {
  expect(findUnusual(500, { priorYear: null, before: 100 })).toMatchObject({ times: 5 });
  expect(findUnusual(499, { priorYear: null, before: 100 })).toBeNull();
  expect(findUnusual(100, { priorYear: null, before: 500 })).toMatchObject({ case: 'partOf' });
  expect(findUnusual(101, { priorYear: null, before: 500 })).toBeNull();
  expect(findUnusual(299, { priorYear: null, before: null, peers: [100] })).toBeNull();
  expect(findUnusual(300, { priorYear: null, before: null, peers: [100] })).not.toBeNull();
  expect(findUnusual(-500, { priorYear: 0, before: 0, peers: [0] })).toBeNull();
});

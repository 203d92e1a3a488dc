import { describe, expect, test } from 'vitest';
import { showAttainment } from './commission';
import { formatRank, showProgress } from './contest';

describe('a share is never rounded up over what decides', () => {
  test.each([
    [0, '0%'],
    [0.9999, '99%'],
    [1, '100%'],
    // 0.29 * 100 is 28.999… in binary.
    [0.29, '29%'],
    [1.206, '120%'],
  ])('of the goal: %d is %s', (progress, shown) => {
    expect(showProgress(progress)).toBe(shown);
  });

  test.each([
    [0.99999, '99.9%'],
    [1, '100.0%'],
    [1.0999, '109.9%'],
    // 1.001 * 1000 is 1000.999… in binary.
    [1.001, '100.1%'],
    [0.285, '28.5%'],
  ])('of the target: %d is %s', (attainment, shown) => {
    expect(showAttainment(attainment)).toBe(shown);
  });
});

test.each([
  [1, '1st'],
  [2, '2nd'],
  [3, '3rd'],
  [4, '4th'],
  [11, '11th'],
  [12, '12th'],
  [13, '13th'],
  [21, '21st'],
  [111, '111th'],
  [null, 'not ranked'],
])('place %s is “%s”', (rank, shown) => {
  expect(formatRank(rank)).toBe(shown);
});

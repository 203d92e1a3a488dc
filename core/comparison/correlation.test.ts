import { describe, expect, it } from 'vitest';
import { correlationOf } from './correlation';

describe('correlation', () => {
  it('of Anscombe’s quartet is 0.816 four times (The American Statistician 27, 1973)', () => {
    const x = [10, 8, 13, 9, 11, 14, 6, 4, 12, 7, 5];
    const fourth = [8, 8, 8, 8, 8, 8, 8, 19, 8, 8, 8];
    const sets: [number[], number[]][] = [
      [x, [8.04, 6.95, 7.58, 8.81, 8.33, 9.96, 7.24, 4.26, 10.84, 4.82, 5.68]],
      [x, [9.14, 8.14, 8.74, 8.77, 9.26, 8.1, 6.13, 3.1, 9.13, 7.26, 4.74]],
      [x, [7.46, 6.77, 12.74, 7.11, 7.81, 8.84, 6.08, 5.39, 8.15, 6.42, 5.73]],
      [fourth, [6.58, 5.76, 7.71, 8.84, 8.47, 7.04, 5.25, 12.5, 5.56, 7.91, 6.89]],
    ];
    for (const [xs, ys] of sets)
      expect(correlationOf(xs.map((each, at) => [each, ys[at]!]))).toBeCloseTo(0.8165, 3);
  });

  it('is not known of few periods, nor of what never changes', () => {
    const rising = Array.from({ length: 5 }, (_, at): [number, number] => [at, at]);
    expect(correlationOf(rising)).toBeNull();
    expect(correlationOf([...rising, [5, 5]])).toBe(1);
    expect(correlationOf([...rising, [5, 5]].map(([a]): [number, number] => [a!, 7]))).toBeNull();
  });
});

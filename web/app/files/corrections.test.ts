import { describe, expect, it } from 'vitest';
import { correctedAt, NONE_CORRECTED, withCorrection, writeCorrections } from './corrections';

describe('cells that are corrected', () => {
  it('are kept by line and column, the last word for each', () => {
    const one = withCorrection(NONE_CORRECTED, 3, 'amount', '10');
    const two = withCorrection(withCorrection(one, 3, 'amount', '12.50'), 4, 'amount', '');
    expect(correctedAt(two, 3, 'amount')).toBe('12.50');
    expect(correctedAt(two, 3, 'closed_on')).toBeUndefined();
    expect(writeCorrections(two)).toBe('[[3,"amount","12.50"],[4,"amount",""]]');
    expect(writeCorrections(NONE_CORRECTED)).toBeUndefined();
    // What was there before is left as it was.
    expect(correctedAt(one, 3, 'amount')).toBe('10');
  });

  it('are at most 100; those that are there can still be changed', () => {
    let cells = NONE_CORRECTED;
    for (let line = 1; line <= 101; line++) cells = withCorrection(cells, line, 'amount', '1');
    expect([cells.size, correctedAt(cells, 101, 'amount')]).toEqual([100, undefined]);
    expect(correctedAt(withCorrection(cells, 100, 'amount', '2'), 100, 'amount')).toBe('2');
  });
});

import { array, assert, property, string, tuple } from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readCustomFilter, withCustomFilter } from './customFilter';

describe('a filter by custom fields', () => {
  it('reads choices, spans and nothing', () =>
    expect(
      readCustomFilter('segment=Charter%20fleet&paid_on=2026-11-01..&seats=2..5&trial='),
    ).toEqual([
      { code: 'segment', value: 'Charter fleet', from: 'Charter fleet', to: 'Charter fleet' },
      { code: 'paid_on', value: '2026-11-01..', from: '2026-11-01', to: '' },
      { code: 'seats', value: '2..5', from: '2', to: '5' },
      { code: 'trial', value: '', from: '', to: '' },
    ]));

  it('puts a value in place of the one before, and takes it out', () => {
    const both = withCustomFilter(withCustomFilter('', 'a', 'x&y=z'), 'b', '1..2');
    expect(withCustomFilter(both, 'a', 'q')).toBe('b=1..2&a=q');
    expect(withCustomFilter(both, 'b', null)).toBe('a=x%26y%3Dz');
  });

  it('reads any text without failing, and back what it wrote', () => {
    assert(property(string(), (text) => void readCustomFilter(text)));
    assert(
      property(array(tuple(string({ minLength: 1 }), string())), (pairs) => {
        const text = pairs.reduce((all, [code, value]) => withCustomFilter(all, code, value), '');
        const last = new Map(pairs.map(([code, value]) => [code, value.trim()]));
        expect(new Map(readCustomFilter(text).map(({ code, value }) => [code, value]))).toEqual(
          last,
        );
      }),
    );
  });
});

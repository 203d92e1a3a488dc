import { describe, expect, it } from 'vitest';
import { readTypedAmount } from './typed';

describe('typed amounts', () => {
  it.each([
    ['80000', '80000.00'], ['80,000', '80000.00'], ['80 000', '80000.00'], ["1'234'567.5", '1234567.50'], ['80k', '80000.00'], ['1.2m', '1200000.00'], ['€80,000', '80000.00'], ['80 000 €', '80000.00'], ['−5', '-5.00'], ['0.5k', '500.00'],
  ])('reads %s as %s', (text, decimal) => expect(readTypedAmount(text, 'EUR')).toMatchObject({ ok: true, decimal }));
  it.each([['1,5'], ['1.234,50'], ['12,34,567'], ['abc'], [''], ['2026-11-18'], ['1e5'], ['NaN']])('refuses %s instead of guessing', (text) => expect(readTypedAmount(text, 'EUR').ok).toBe(false));
});

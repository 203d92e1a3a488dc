import { describe, expect, it } from 'vitest';
import { readTyped, styleOf } from './typed';

describe('typed amounts', () => {
  it.each([
    ['80000', '80000.00'],
    ['80,000', '80000.00'],
    ['80 000', '80000.00'],
    ["1'234'567.5", '1234567.50'],
    ['80k', '80000.00'],
    ['1.2m', '1200000.00'],
    ['€80,000', '80000.00'],
    ['80 000 €', '80000.00'],
    ['−5', '-5.00'],
    ['0.5k', '500.00'],
    // How German, French and Swiss spreadsheets write the same (Unicode CLDR 44, number iconSet of
    // de, fr, de-CH).
    ['1.234,50', '1234.50'],
    ['1,5', '1.50'],
    ['1\u202f234,50 €', '1234.50'],
    ['1’234.50', '1234.50'],
    ['12.345.678', '12345678.00'],
  ])('reads %s as %s', (text, decimal) =>
    expect(readTyped(text, 2)).toMatchObject({ ok: true, decimal }),
  );
  it.each([['12,34,567'], ['abc'], [''], ['2026-11-18'], ['1e5'], ['NaN'], ['1.2.3'], ['1,2.3']])(
    'refuses %s instead of guessing',
    (text) => expect(readTyped(text, 2).ok).toBe(false),
  );
  it('refuses what two styles read differently, and reads it in a given style', () => {
    expect(readTyped('5.000', 2)).toEqual({ ok: false, fault: 'ambiguous' });
    expect(readTyped('1.234', 2)).toEqual({ ok: false, fault: 'ambiguous' });
    expect(readTyped('1,234', 3)).toEqual({ ok: false, fault: 'ambiguous' });
    expect(readTyped('5.000', 2, 'comma')).toMatchObject({ value: 500_000 });
    expect(readTyped('5.000', 2, 'point')).toMatchObject({ value: 500 });
  });
  it('reads percents and counts by their own decimals', () => {
    expect(readTyped('32.5%', 1)).toMatchObject({ value: 325 });
    expect(readTyped('12', 0)).toMatchObject({ value: 12, decimal: '12' });
    expect(readTyped('12.5', 0)).toEqual({ ok: false, fault: 'tooManyDecimals' });
  });
});

describe('the style of a pasted block', () => {
  it.each([
    [['5.000', '1.234,50'], 'comma'],
    [['5.000', '12.25'], 'point'],
    [['80000', '5'], null],
    [['1.5', '1,5'], null],
    [['', '1.234,5'], 'comma'],
  ])('of %j is %s', (texts, style) => expect(styleOf(texts, 2)).toBe(style));
});

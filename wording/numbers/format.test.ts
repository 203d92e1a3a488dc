import { afterEach, describe, expect, it } from 'vitest';
import { toMajor } from '#core/money/figureUnit';
import { ENGLISH, type LanguageCode, languageOf, readLanguageFrom, type Region } from '../language';
import { addGerman } from '../messages/de/index';
import {
  formatColumn,
  formatExact,
  formatQuantity,
  formatShort,
  formatWhole,
  withSign,
} from './format';

const euro = { kind: 'money', currency: 'EUR' } as const;
const yen = { kind: 'money', currency: 'JPY' } as const;
const dinar = { kind: 'money', currency: 'KWD' } as const;
const count = { kind: 'count' } as const;

describe('showing figures', () => {
  it('shows the exact figure, a true minus, and a short form', () => {
    expect(formatExact(-123450, { kind: 'money', currency: 'EUR' })).toBe('\u2212€1,234.50');
    expect(formatExact(10_000_000, { kind: 'money', currency: 'EUR' })).toBe('€100,000');
    expect(formatShort(39_618_000, { kind: 'money', currency: 'EUR' })).toBe('€396k');
    expect(formatShort(123_456_789, { kind: 'money', currency: 'EUR' })).toBe('€1.23m');
    expect(formatShort(99_960_000, { kind: 'money', currency: 'EUR' })).toBe('€1.00m');
  });

  it.each<[number, string]>([
    [0, '€0'],
    [99, '€1'],
    [99_900, '€999'],
    [100_000, '€1k'],
    [123_456, '€1.2k'],
    [999_400, '€10k'],
    [39_618_000, '€396k'],
    [99_949_999, '€999k'],
    [100_000_000, '€1.00m'],
    [123_456_789, '€1.23m'],
    [999_499_999, '€9.99m'],
    [1_234_567_890, '€12.3m'],
    [-39_618_000, '−€396k'],
  ])('%d cents are %s in a sentence', (minor, text) => expect(formatShort(minor, euro)).toBe(text));

  it('never show more than was meant by a short form: rounding stays within half a step', () => {
    for (let minor = 0; minor < 2_000_000_00; minor += 777_777) {
      const text = formatShort(minor, euro).replace('€', '');
      const factor = text.endsWith('k') ? 1e3 : text.endsWith('m') ? 1e6 : 1;
      const decimals = (text.split('.')[1] ?? '').replace(/\D/g, '').length;
      expect(
        Math.abs(parseFloat(text.replace(/,/g, '')) * factor - minor / 100),
      ).toBeLessThanOrEqual((factor * 10 ** -decimals) / 2 + 1e-6);
    }
  });

  it('keep the currency and its decimals', () => {
    expect(formatExact(123_456, euro)).toBe('€1,234.56');
    expect(formatExact(123_456, yen)).toBe('JP¥123,456');
    expect(formatExact(1_234_567, dinar)).toContain('1,234.567');
    expect(formatWhole(1_047_750, euro)).toBe('€10,478');
    expect(formatColumn(-1_047_750, euro)).toBe('−10,478');
  });

  it('count deals without a currency', () => {
    expect(formatShort(12, count)).toBe('12');
    expect(formatWhole(3.25, count)).toBe('3.3');
    expect(toMajor(7, count)).toBe(7);
  });

  it('put a plus sign only where there is more', () =>
    expect([withSign(5, '5'), withSign(0, '0'), withSign(-5, '−5')]).toEqual(['+5', '0', '−5']));
});

describe('in the form of a region', () => {
  afterEach(() => readLanguageFrom(() => ENGLISH));

  // The forms are those of the Unicode CLDR, as Node's Intl carries it; words for thousand and
  // million are ours.
  it.each<[LanguageCode, Region, string[]]>([
    ['en', 'GB', ['€1,234.50', '−€396k', '€2.70m', '1,234.5', '82.5%']],
    ['en', 'US', ['€1,234.50', '−€396k', '€2.70m', '1,234.5', '82.5%']],
    ['en', 'DE', ['1.234,50 €', '−396k €', '2,70m €', '1.234,5', '82,5 %']],
    ['de', 'DE', ['1.234,50 €', '−396 Tsd. €', '2,70 Mio. €', '1.234,5', '82,5 %']],
    ['en', 'FR', ['1 234,50 €', '−396k €', '2,70m €', '1 234,5', '82,5 %']],
    ['en', 'NL', ['€ 1.234,50', '€ −396k', '€ 2,70m', '1.234,5', '82,5%']],
  ])('%s-%s', (code, region, shown) => {
    addGerman();
    readLanguageFrom(() => languageOf(code, region));
    const texts = [
      formatExact(123_450, euro),
      formatShort(-39_600_000, euro),
      formatShort(270_000_000, euro),
      formatQuantity(1_234.5),
      formatExact(825, { kind: 'percent', decimals: 1 }),
    ];
    // Spaces that do not break, narrow or not, are spaces here.
    expect(texts.map((text) => text.replace(/\s/g, ' '))).toEqual(shown);
  });
});

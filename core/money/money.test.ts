import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { addMinor, parseAmount, toDecimal } from './amount';
import { divideCredit, parseCreditText, toCreditText } from './credit';
import { exponentOf } from './currency';
import { convertBack, convertMinor, findRate } from './rate';
import { shareOut } from './share';

describe('currency exponents', () => {
  it('agree with ISO 4217 as carried by Intl for the currencies whose cash use does not round further', () => {
    // Intl (CLDR) rounds some currencies to their cash practice; ISO 4217 keeps the minor unit.
    // These differ on purpose.
    const cldrPractice = new Set([
      'AFN',
      'ALL',
      'COP',
      'IDR',
      'IRR',
      'LAK',
      'LBP',
      'MGA',
      'MMK',
      'MRU',
      'PKR',
      'RSD',
      'SLE',
      'SLL',
      'SOS',
      'SYP',
      'TZS',
      'UZS',
      'YER',
      'ZMK',
      'IQD',
      'KPW',
      'HUF',
      'CRC',
      'NOK',
      'SEK',
      'CZK',
      'TWD',
      'STN',
      'MUR',
      'GYD',
      'AMD',
      'MNT',
      'UYI',
      'UYW',
      'CLF',
      'BYR',
      'CVE',
    ]);
    const active = [
      'AED',
      'AUD',
      'BHD',
      'BIF',
      'BRL',
      'CAD',
      'CHF',
      'CLP',
      'CNY',
      'DJF',
      'DKK',
      'EUR',
      'GBP',
      'GNF',
      'HKD',
      'INR',
      'ISK',
      'JOD',
      'JPY',
      'KMF',
      'KRW',
      'KWD',
      'LYD',
      'MXN',
      'NZD',
      'OMR',
      'PLN',
      'PYG',
      'RWF',
      'SGD',
      'THB',
      'TND',
      'TRY',
      'UGX',
      'USD',
      'VND',
      'VUV',
      'XAF',
      'XOF',
      'XPF',
      'ZAR',
    ];
    for (const code of active.filter((each) => !cldrPractice.has(each))) {
      const intl = new Intl.NumberFormat('en', {
        style: 'currency',
        currency: code,
      }).resolvedOptions().maximumFractionDigits;
      expect([code, exponentOf(code)]).toEqual([code, intl]);
    }
  });
});

describe('amounts', () => {
  it.each([
    ['1234.50', 'EUR', 123450],
    ['-0.01', 'EUR', -1],
    ['\u22125', 'EUR', -500],
    ['12', 'JPY', 12],
    ['12.00', 'JPY', 12],
    ['1.234', 'KWD', 1234],
    ['+3.1', 'EUR', 310],
  ])('reads %s %s', (text, currency, minor) =>
    expect(parseAmount(text, currency)).toEqual({ ok: true, minor }),
  );

  it.each([
    ['12a', 'notANumber'],
    ['', 'notANumber'],
    ['NaN', 'notANumber'],
    ['1e18', 'notANumber'],
    ['1,000', 'notANumber'],
    ['Infinity', 'notANumber'],
    ['1.001', 'tooManyDecimals'],
    ['1000000000000000000', 'tooLarge'],
    ['99999999999999.99', 'tooLarge'],
  ])('refuses %s as %s', (text, fault) =>
    expect(parseAmount(text, 'EUR')).toEqual({ ok: false, fault }),
  );

  it('writes what it reads', () => {
    fc.assert(
      fc.property(
        fc.maxSafeInteger(),
        fc.constantFrom('EUR', 'JPY', 'KWD', 'CLF'),
        (minor, currency) => {
          const read = parseAmount(toDecimal(minor, currency), currency);
          expect(read).toEqual({ ok: true, minor: minor === 0 ? 0 : minor });
        },
      ),
    );
  });

  it('refuses a sum that would not be exact', () => {
    expect(() => addMinor(Number.MAX_SAFE_INTEGER, 1)).toThrow(RangeError);
  });
});

describe('rates', () => {
  it('takes the newest rate on or before the day', () => {
    const rates = [
      { currency: 'GBP', from: 10, rate: '1.1' },
      { currency: 'GBP', from: 20, rate: '1.2' },
      { currency: 'USD', from: 5, rate: '0.9' },
    ];
    expect(findRate(rates, 'GBP', 19)?.rate).toBe('1.1');
    expect(findRate(rates, 'GBP', 20)?.rate).toBe('1.2');
    expect(findRate(rates, 'GBP', 9)).toBeNull();
  });

  it('rounds half away from zero, once, across different exponents', () => {
    expect(convertMinor(1000, 'GBP', 'EUR', '1.1525')).toBe(1153);
    expect(convertMinor(-1000, 'GBP', 'EUR', '1.1525')).toBe(-1153);
    expect(convertMinor(100, 'JPY', 'EUR', '0.0061')).toBe(61);
    expect(convertMinor(61, 'EUR', 'JPY', '163.9')).toBe(100);
  });
});

describe('sharing out by largest remainder', () => {
  it('gives the worked examples of docs/calculations.md, 6', () => {
    const days = [22, 21, 22, 23, 21, 22, 22, 21, 23, 21, 20, 23];
    expect(shareOut(1_000_000, days)).toEqual([
      84291, 80460, 84291, 88123, 80460, 84291, 84291, 80460, 88123, 80460, 76628, 88122,
    ]);
    expect(shareOut(1_000_000, days, 1000)).toEqual(
      [84, 81, 84, 88, 81, 84, 84, 81, 88, 80, 77, 88].map((each) => each * 1000),
    );
    expect(shareOut(10_000, [1, 1, 1])).toEqual([3334, 3333, 3333]);
  });

  // Source: Wikipedia, "Largest remainder method", example with the Hare quota (100,000 votes, 10
  // seats), value from memory.
  it('gives the published apportionment of 10 seats', () => {
    expect(shareOut(10, [47_000, 16_000, 15_900, 12_000, 6_000, 3_100])).toEqual([
      5, 2, 1, 1, 1, 0,
    ]);
  });

  it('always adds up, within one rounding unit of the exact share', () => {
    const weights = fc
      .array(fc.nat(1_000_000), { minLength: 1, maxLength: 40 })
      .filter((each) => each.some((weight) => weight > 0));
    fc.assert(
      fc.property(fc.integer({ min: -(10 ** 12), max: 10 ** 12 }), weights, (total, each) => {
        const parts = shareOut(total, each);
        const sum = each.reduce((a, b) => a + b, 0);
        expect(parts.reduce((a, b) => a + b, 0)).toBe(total);
        parts.forEach((part, i) =>
          expect(Math.abs(part - (total * each[i]!) / sum)).toBeLessThan(1.001),
        );
      }),
    );
  });

  it('gives the odd rest that the rounding unit leaves to the first largest part', () => {
    expect(shareOut(1_050, [1, 2, 2], 100)).toEqual([200, 450, 400]);
  });

  it('refuses weights that are all 0', () =>
    expect(() => shareOut(10, [0, 0])).toThrow(RangeError));
});

describe('split credit', () => {
  it('adds up to the deal exactly', () => {
    expect(
      divideCredit(10_001, [
        { salesperson: 1, basisPoints: 6000 },
        { salesperson: 2, basisPoints: 4000 },
      ]),
    ).toEqual([
      { salesperson: 1, minor: 6001 },
      { salesperson: 2, minor: 4000 },
    ]);
  });
  it('reads and writes the text of deals.csv, and refuses what does not add up', () => {
    expect(toCreditText(parseCreditText('ivarga:60;tbrandt:40')!)).toBe('ivarga:60;tbrandt:40');
    expect(parseCreditText('a:60;b:39')).toBeNull();
    expect(parseCreditText('a:50;a:50')).toBeNull();
    expect(parseCreditText('a')).toBeNull();
  });
});

describe('sharing out exactly', () => {
  /**
   * The definition, in whole numbers of any size: floors, then one each to the largest remainders,
   * earlier line first.
   */
  const shareByDefinition = (total: number, weights: readonly number[]): number[] => {
    const sum = weights.reduce((all, weight) => all + BigInt(weight), 0n);
    const products = weights.map((weight) => BigInt(total) * BigInt(weight));
    const parts = products.map((product) => Number(product / sum));
    const order = weights
      .map((_, i) => i)
      .sort((a, b) => {
        const difference = (products[b]! % sum) - (products[a]! % sum);
        return difference > 0n ? 1 : difference < 0n ? -1 : a - b;
      });
    const rest = total - parts.reduce((all, part) => all + part, 0);
    order.slice(0, rest).forEach((index) => parts[index]!++);
    return parts;
  };

  it.each<[string, number, number]>([
    ['small amounts and many ties', 5_000, 6],
    ['amounts of a company', 10 ** 12, 10 ** 7],
    ['amounts at the edge of what is exact', Number.MAX_SAFE_INTEGER, 10 ** 9],
  ])('follows the definition for %s', (_case, most, heaviest) => {
    fc.assert(
      fc.property(
        fc.nat(most),
        fc.array(fc.nat(heaviest), { minLength: 1, maxLength: 60 }),
        (total, weights) => {
          fc.pre(weights.some((weight) => weight > 0));
          expect(shareOut(total, weights)).toEqual(shareByDefinition(total, weights));
        },
      ),
    );
  });
});

describe('back from the reporting currency', () => {
  it('is the amount that was converted, where the reporting unit is not coarser', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -(10 ** 10), max: 10 ** 10 }),
        fc.constantFrom('1.16', '1', '2.5', '1.0001'),
        (minor, rate) => {
          expect(convertBack(convertMinor(minor, 'GBP', 'EUR', rate), 'GBP', 'EUR', rate)).toBe(
            minor,
          );
        },
      ),
    );
  });
  it.each([
    [11_600, 'GBP', '1.16', 10_000],
    [100, 'JPY', '0.006', 167],
    [100, 'KWD', '3', 333],
    [-1, 'GBP', '2', -1],
  ])('%d EUR cents in %s at %s are %d', (minor, currency, rate, shown) =>
    expect(convertBack(minor, currency, 'EUR', rate)).toBe(shown),
  );
});

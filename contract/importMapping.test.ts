import { describe, expect, it } from 'vitest';
import { readMapped } from './importMapping';
import type { ImportMapping } from './schemas/importMapping';

const mapping: ImportMapping = {
  columns: {},
  days: 'dayFirst',
  numbers: 'comma',
  values: { status: { Gewonnen: 'won' } },
  defaults: { currency: 'GBP' },
};

describe('a mapped value', () => {
  it.each([
    ['closed_on', '03.04.2026', '2026-04-03'],
    ['amount', '1.234,50', '1234.5'],
    ['amount', '€ 1.000', '1000'],
    ['amount', '-12,5', '-12.5'],
    ['probability', '40 %', '0.4'],
    ['probability', '0,4', '0.4'],
    ['status', 'Gewonnen', 'won'],
    ['currency', '', 'GBP'],
    ['amount', 'much', 'much'],
    ['closed_on', 'soon', 'soon'],
    ['customer', '1.000', '1.000'],
    ['amount', '0,00', '0'],
  ])('%s %s is %s', (column, text, expected) =>
    expect(readMapped(column, text, mapping)).toBe(expected),
  );
});

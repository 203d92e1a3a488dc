import { describe, expect, it } from 'vitest';
import { readChoices, spanOf, toggle, withoutKey, writeChoices } from './exploreChoices';

const RULE = { kind: 'month', firstMonth: 4, yearLabel: 'ends' } as const;

describe('what is chosen, in the address', () => {
  it('is read as it was written, in its order', () => {
    const choices = [
      { key: 'customerGroup' as const, ids: ['Yards; small, others: all'] },
      { key: 'month' as const, ids: ['FY2027-P07', 'FY2027-P08'] },
      { key: 'team' as const, ids: [''] },
    ];
    expect(readChoices(writeChoices(choices))).toEqual(choices);
    expect([writeChoices([]), readChoices(null), readChoices('')]).toEqual([null, [], []]);
  });
  it('leaves out what it does not know', () =>
    expect(readChoices('colour:red;team:deck;month:%E0%A4%A')).toEqual([
      { key: 'team', ids: ['deck'] },
      { key: 'month', ids: [] },
    ]));
  it('is added to, taken from, and gone with its last value', () => {
    const one = toggle([], 'team', 'deck');
    const two = toggle(toggle(one, 'source', '3'), 'team', 'eng');
    expect(writeChoices(two)).toBe('team:deck,eng;source:3');
    expect(writeChoices(toggle(two, 'source', '3'))).toBe('team:deck,eng');
    expect(writeChoices(toggle(one, 'team', 'deck'))).toBeNull();
    expect(writeChoices(withoutKey(two, 'team'))).toBe('source:3');
  });
});

describe('the span around a period', () => {
  it('is twelve months to its end, its quarter, its year, or itself', () => {
    const of = (span: 'months' | 'quarter' | 'year' | 'period') => spanOf(RULE, 'FY2027-P08', span);
    expect([of('months'), of('quarter'), of('year'), of('period')]).toEqual([
      'FY2026-P09..FY2027-P08',
      'FY2027-Q3',
      'FY2027',
      'FY2027-P08',
    ]);
    expect(spanOf(RULE, 'FY2027-P12', 'months')).toBe('FY2027-P01..FY2027-P12');
    expect(spanOf(RULE, 'nonsense', 'months')).toBe('nonsense');
  });
});

import { describe, expect, it } from 'vitest';
import { toValues } from './formValues';
import { isTyped, mergeValues } from './merge';

const opened = {
  ...toValues(null, 'ivarga', '2026-11-18', 'EUR'),
  amount: '100',
  notes: 'first',
  quantity: '',
};

describe('a deal that somebody else saves while one types', () => {
  it('keeps what was typed, takes what they changed elsewhere, and tells where both changed', () => {
    const mine = { ...opened, notes: 'mine', quantity: '3' };
    const theirs = { ...opened, notes: 'theirs', amount: '120' };
    const { values, clashes, changed } = mergeValues(opened, mine, theirs);
    expect(values).toEqual({ ...opened, notes: 'mine', quantity: '3', amount: '120' });
    expect(clashes).toEqual([{ field: 'notes', yours: 'mine', theirs: 'theirs' }]);
    expect(changed).toEqual(['amount', 'notes']);
  });

  it('goes by each custom field alone', () => {
    const before = { ...opened, custom: { paid_on: '', seats: '2' } };
    const mine = { ...before, custom: { paid_on: 'today', seats: '3' } };
    const theirs = { ...before, custom: { paid_on: '', seats: '4' } };
    expect(mergeValues(before, mine, theirs)).toMatchObject({
      values: { custom: { paid_on: 'today', seats: '3' } },
      clashes: [{ field: 'custom.seats', yours: '3', theirs: '4' }],
      changed: ['custom.seats'],
    });
    expect(isTyped(before, mine)).toBe(true);
  });

  it('has no clash where both typed the same, or one typed nothing', () => {
    const same = { ...opened, amount: '120' };
    expect(mergeValues(opened, same, same).clashes).toEqual([]);
    expect(mergeValues(opened, opened, same)).toMatchObject({ values: same, clashes: [] });
    expect([
      isTyped(opened, { ...opened }),
      isTyped(opened, same),
      isTyped(opened, { ...opened, credit: [{ salesperson: 'a', percent: '50' }] }),
    ]).toEqual([false, true, true]);
  });
});

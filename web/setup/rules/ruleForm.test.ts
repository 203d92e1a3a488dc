import { describe, expect, it } from 'vitest';
import { defaultRule, type StatusRule } from '#core/status/rule';
import { describeStatusRule, readRule, toForm, withYardstick } from './ruleForm';

const money = { unit: 'money', decimals: 0, direction: 'higher' } as const;
const shipped = defaultRule({ accrues: true, direction: 'higher' });

describe('the form of a status rule', () => {
  it('reads back what it shows, fixed values in the currency\'s minor units', () => {
    const rule: StatusRule = { ...shipped, cuts: { upper: 97.5, lower: 82 }, fixed: { day: { upper: 120_050, lower: 90_000 } } };
    const form = toForm(rule, money, 'EUR');
    expect(form.fixed.day).toEqual({ upper: '1200.50', lower: '900.00' });
    expect(readRule(form, money, 'EUR')).toEqual({ ok: true, rule });
  });

  it('says which field is no number, and which fixed value lacks its other', () => {
    const form = { ...toForm(shipped, money, 'EUR'), upper: 'much' };
    form.fixed = { ...form.fixed, month: { upper: '5', lower: '' } };
    const read = readRule(form, money, 'EUR');
    expect(read.ok ? [] : Object.keys(read.faults).sort()).toEqual(['cuts', 'fixed/month']);
  });

  it('takes the cuts and words of another yardstick along', () => {
    const form = withYardstick(toForm(shipped, money, 'EUR'), 'peerAverage', money);
    expect([form.upper, form.lower, form.words.open[2]]).toEqual(['110', '90', 'above average']);
    expect(withYardstick(form, 'target', { ...money, direction: 'lower' }).words.ended[0]).toBe('well over');
  });

  it('says a rule in a sentence', () => expect(describeStatusRule({ ...shipped, fixed: { day: { upper: 2, lower: 1 } } })).toBe('Against what was due by now; the target once the period has ended: from 95% on pace, from 80% slipping, else behind; fixed values for each day.'));
});

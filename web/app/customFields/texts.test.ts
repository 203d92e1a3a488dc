import { describe, expect, it } from 'vitest';
import type { CustomField } from '#contract/schemas/customField';
import { parseDay } from '#core/period/day';
import { showCustomValue, toCustomInput, toCustomTexts } from './texts';

const field = (code: string, kind: CustomField['kind']): CustomField => ({
  owner: 'deal',
  code,
  name: code,
  kind,
  choices: [],
  isArchived: false,
  version: 1,
});
const FIELDS = [
  field('paid_on', 'date'),
  field('monthly', 'money'),
  field('seats', 'number'),
  field('trial', 'yesNo'),
];
const stored = { paid_on: '2026-11-02', seats: 2.5, trial: true, old: 'stays' };
const at = { today: parseDay('2026-11-18')!, currency: 'EUR' };

describe('custom fields in a form', () => {
  it('are texts, and send only what was changed', () => {
    const texts = toCustomTexts(FIELDS, stored);
    expect(texts).toEqual({ paid_on: '2026-11-02', monthly: '', seats: '2.5', trial: 'yes' });
    expect(toCustomInput(FIELDS, texts, stored, at)).toBeUndefined();
    expect(
      toCustomInput(
        FIELDS,
        { paid_on: 'yesterday', monthly: '1,234.50', seats: '', trial: 'no' },
        stored,
        at,
      ),
    ).toEqual({ paid_on: '2026-11-17', monthly: '1234.50', seats: null, trial: 'no' });
    expect(toCustomInput(FIELDS, { ...texts, monthly: 'much' }, stored, at)).toEqual({
      monthly: 'much',
    });
  });

  it('are shown as people read them', () => {
    expect(showCustomValue(field('m', 'money'), { m: '-1234567.50' })).toBe('-1,234,567.50');
    expect(showCustomValue(field('n', 'number'), { n: 1200 })).toBe('1,200');
    expect(showCustomValue(field('d', 'date'), { d: '2026-11-02' })).toBe('2 Nov 2026');
    expect(showCustomValue(field('t', 'yesNo'), { t: false })).toBe('no');
    expect(showCustomValue(field('x', 'text'), {})).toBeNull();
  });
});

import { describe, expect, it } from 'vitest';
import { type CustomFieldKind, readCustomValue, toCustomText, toWholeValue } from './field';

const of = (kind: CustomFieldKind, choices: string[] = []) => ({ kind, choices });
const read = (
  kind: CustomFieldKind,
  written: string | number | boolean | null,
  choices?: string[],
) => readCustomValue(of(kind, choices), written, 'EUR');

describe('values of custom fields', () => {
  it.each([
    ['money', '120.5', '120.50'],
    ['money', '-3', '-3.00'],
    ['number', '2.5', 2.5],
    ['number', 7, 7],
    ['date', '2026-11-18', '2026-11-18'],
    ['choice', 'retail', 'Retail'],
    ['yesNo', 'Yes', true],
    ['yesNo', false, false],
    ['text', '  as agreed ', 'as agreed'],
  ] as const)('%s %s is kept as %s', (kind, written, value) =>
    expect(read(kind, written, ['Retail', 'Charter'])).toEqual({ ok: true, value }),
  );

  it.each([
    ['money', '1.234', 'tooManyDecimals'],
    ['money', 'a lot', 'notANumber'],
    ['money', '1e9', 'notANumber'],
    ['number', '0.0001', 'tooManyDecimals'],
    ['number', '99999999999999', 'aboveLimit'],
    ['date', '18.11.2026', 'notADate'],
    ['date', '9998-01-01', 'dayOutOfRange'],
    ['choice', 'Fleet', 'notAChoice'],
    ['yesNo', 'maybe', 'notYesOrNo'],
    ['text', 'x'.repeat(501), 'tooLong'],
  ] as const)('%s %s is refused: %s', (kind, written, fault) =>
    expect(read(kind, written, ['Retail'])).toMatchObject({ ok: false, fault }),
  );

  it('nothing written is no value, of any kind', () => {
    for (const kind of ['money', 'number', 'date', 'choice', 'yesNo', 'text'] as const)
      for (const nothing of ['', '  ', null])
        expect(read(kind, nothing)).toEqual({ ok: true, value: null });
  });

  it.each([
    ['money', '120.50'],
    ['money', '-0.05'],
    ['number', '2.5'],
    ['number', '100'],
    ['number', '-0.125'],
    ['date', '2026-11-18'],
    ['yesNo', 'no'],
    ['text', 'x'.repeat(500)],
  ] as const)('%s %s is written as it was read', (kind, written) => {
    const value = read(kind, written);
    expect(value.ok && toCustomText(value.value)).toBe(written);
  });

  it('money and numbers add up in whole units', () => {
    expect([toWholeValue('120.50', 2), toWholeValue(2.5, 3), toWholeValue(0.001, 3)]).toEqual([
      12_050, 2_500, 1,
    ]);
    expect([toWholeValue(undefined, 2), toWholeValue(true, 2)]).toEqual([null, null]);
  });
});

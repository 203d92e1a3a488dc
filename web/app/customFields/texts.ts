import type { CustomField, CustomFieldValuesInput } from '#contract/schemas/customField';
import { CUSTOM_NUMBER_DECIMALS, type CustomValues, toCustomText } from '#core/customField/field';
import { exponentOf } from '#core/money/currency';
import { readTyped } from '#core/money/typed';
import { type Day, parseDay } from '#core/period/day';
import { shortDay } from '#wording/period';
import { toIsoText } from '../typedDay';

/** Values as a form shows them: every field has a text, "" where it has no value. */
export function toCustomTexts(
  fields: readonly CustomField[],
  values: CustomValues,
): Record<string, string> {
  return Object.fromEntries(fields.map(({ code }) => [code, toCustomText(values[code])]));
}

/**
 * What was typed as the contract has it, of the fields that differ from what is stored; what cannot
 * be read goes as it stands, to be refused with its words.
 */
export function toCustomInput(
  fields: readonly CustomField[],
  texts: Readonly<Record<string, string>>,
  stored: CustomValues,
  { today, currency }: { today: Day; currency: string },
): CustomFieldValuesInput | undefined {
  const changed = fields.flatMap((field) => {
    const text = (texts[field.code] ?? '').trim();
    return text === toCustomText(stored[field.code])
      ? []
      : [[field.code, text === '' ? null : toWritten(field, text, today, currency)]];
  });
  return changed.length === 0 ? undefined : (Object.fromEntries(changed) as CustomFieldValuesInput);
}

function toWritten({ kind }: CustomField, text: string, today: Day, currency: string): string {
  if (kind === 'date') return toIsoText(text, today, 'past');
  if (kind !== 'money' && kind !== 'number') return text;
  const typed = readTyped(text, kind === 'money' ? exponentOf(currency) : CUSTOM_NUMBER_DECIMALS);
  return typed.ok ? typed.decimal : text;
}

/** A value as a table shows it; null where there is none. */
export function showCustomValue(
  { kind, code }: Pick<CustomField, 'kind' | 'code'>,
  values: CustomValues,
): string | null {
  const text = toCustomText(values[code]);
  if (text === '') return null;
  const day = kind === 'date' ? parseDay(text) : null;
  if (day !== null) return shortDay(day, true);
  if (kind !== 'money' && kind !== 'number') return text;
  const [whole = '', fraction] = text.split('.');
  const grouped = whole.replace(/\B(?=(\d{3})+$)/g, ',');
  return fraction === undefined ? grouped : `${grouped}.${fraction}`;
}

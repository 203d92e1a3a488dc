import { parseDecimal, writeDecimal } from '../money/amount';
import { exponentOf } from '../money/currency';
import { LARGEST_QUANTITY, largestAmountOf } from '../money/limits';
import { DEAL_DAYS, parseDay, toIsoDay } from '../period/day';

export const CUSTOM_FIELD_KINDS = ['money', 'number', 'date', 'choice', 'yesNo', 'text'] as const;
export type CustomFieldKind = (typeof CUSTOM_FIELD_KINDS)[number];

export const CUSTOM_FIELD_OWNERS = ['deal', 'customer'] as const;
/** What has the field. */
export type CustomFieldOwner = (typeof CUSTOM_FIELD_OWNERS)[number];

/** A field a company gives its deals or customers (docs/calculations.md, 4). */
export interface CustomField {
  /** Stands in files, filters and measures; it never changes. */
  code: string;
  owner: CustomFieldOwner;
  name: string;
  kind: CustomFieldKind;
  /** Of a choice what may be chosen, in order; of all others empty. */
  choices: readonly string[];
}

/**
 * A value as it is kept and as the API writes it: money as decimal text in the reporting currency,
 * a number of up to three decimals, a date as ISO text, a choice as its text.
 */
export type CustomValue = string | number | boolean;
/** By the code of the field; what is not given is not there. */
export type CustomValues = Readonly<Record<string, CustomValue>>;

/** A value as people, files and programs write it: decimals with a point, ISO dates, yes or no. */
export type WrittenValue = string | number | boolean | null;

export const LONGEST_CUSTOM_TEXT = 500;
export const CUSTOM_NUMBER_DECIMALS = 3;

export const CUSTOM_FAULTS = [
  'notANumber',
  'tooManyDecimals',
  'aboveLimit',
  'notADate',
  'dayOutOfRange',
  'notAChoice',
  'notYesOrNo',
  'tooLong',
] as const;
export type CustomFault = (typeof CUSTOM_FAULTS)[number];

export type ReadValue =
  | { ok: true; value: CustomValue | null }
  | { ok: false; fault: CustomFault; params: Readonly<Record<string, string | number>> };

const refuse = (fault: CustomFault, params: Record<string, string | number> = {}): ReadValue => ({
  ok: false,
  fault,
  params,
});

/**
 * What was written of a field as it is kept; null where nothing was.
 * @param currency ISO 4217 code of the reporting currency, in which money is
 */
export function readCustomValue(
  { kind, choices }: Pick<CustomField, 'kind' | 'choices'>,
  written: WrittenValue | undefined,
  currency: string,
): ReadValue {
  const text = written === null || written === undefined ? '' : String(written).trim();
  if (text === '') return { ok: true, value: null };
  switch (kind) {
    case 'money':
      return readDecimal(text, exponentOf(currency), largestAmountOf(currency), String);
    case 'number':
      return readDecimal(
        text,
        CUSTOM_NUMBER_DECIMALS,
        LARGEST_QUANTITY * 10 ** CUSTOM_NUMBER_DECIMALS,
        Number,
      );
    case 'date':
      return readDate(text);
    case 'choice': {
      const found = choices.find((each) => each.toLowerCase() === text.toLowerCase());
      return found === undefined
        ? refuse('notAChoice', { choices: choices.join(', ') })
        : { ok: true, value: found };
    }
    case 'yesNo':
      return /^(yes|true)$/i.test(text)
        ? { ok: true, value: true }
        : /^(no|false)$/i.test(text)
          ? { ok: true, value: false }
          : refuse('notYesOrNo');
    case 'text':
      return text.length > LONGEST_CUSTOM_TEXT
        ? refuse('tooLong', { max: LONGEST_CUSTOM_TEXT })
        : { ok: true, value: text };
  }
}

function readDecimal(
  text: string,
  decimals: number,
  most: number,
  keep: (decimal: string) => CustomValue,
): ReadValue {
  const read = parseDecimal(text, decimals);
  if (read.ok && Math.abs(read.minor) <= most)
    return { ok: true, value: keep(writeDecimal(read.minor, decimals)) };
  const fault = read.ok || read.fault === 'tooLarge' ? 'aboveLimit' : read.fault;
  return refuse(fault, { decimals, max: writeDecimal(most, decimals) });
}

function readDate(text: string): ReadValue {
  const day = parseDay(text);
  if (day === null) return refuse('notADate');
  return day >= DEAL_DAYS.from && day < DEAL_DAYS.to
    ? { ok: true, value: toIsoDay(day) }
    : refuse('dayOutOfRange', {
        from: toIsoDay(DEAL_DAYS.from),
        to: toIsoDay(DEAL_DAYS.to - 1),
      });
}

/** A kept value as a text, as in files; "" where there is none. */
export function toCustomText(value: CustomValue | null | undefined): string {
  if (value === null || value === undefined) return '';
  return typeof value === 'boolean' ? (value ? 'yes' : 'no') : String(value);
}

/** A kept money or number value in whole units of so many decimals; null where there is none. */
export function toWholeValue(value: CustomValue | undefined, decimals: number): number | null {
  if (value === undefined || typeof value === 'boolean') return null;
  const read = parseDecimal(String(value), decimals);
  return read.ok ? read.minor : null;
}

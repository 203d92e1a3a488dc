/**
 * A text that a spreadsheet would run as a formula gets an apostrophe before it, which spreadsheets
 * show as plain text; one that begins with apostrophes before such a sign gets one more. Reading
 * takes exactly one off, so that every text comes back as it was. Plain numbers stay numbers:
 * "-12.50" is no formula.
 */
/** Also in their wide forms, which some spreadsheets take for the same. */
const DANGEROUS = /^'*[=+\-@\t\r\uff1d\uff0b\uff0d\uff20]/;
const GUARDED = /^'+[=+\-@\t\r\uff1d\uff0b\uff0d\uff20]/;
const NUMBER = /^[-+]?\d+(\.\d+)?$/;
const APOSTROPHE = 39;

export function guardCell<Value>(value: Value): Value | string {
  return typeof value === 'string' && DANGEROUS.test(value) && !NUMBER.test(value)
    ? `'${value}`
    : value;
}

export function unguardCell(text: string): string {
  return text.charCodeAt(0) === APOSTROPHE && GUARDED.test(text) ? text.slice(1) : text;
}

import { exponentOf } from './currency';

/** What a figure is counted in. */
export interface FigureUnit {
  kind: 'money' | 'count';
  /** ISO 4217 code, for money. */
  currency?: string;
}

const formatters = new Map<string, Intl.NumberFormat>();

function formatterOf(locale: string, options: Intl.NumberFormatOptions): Intl.NumberFormat {
  const key = locale + JSON.stringify(options);
  let formatter = formatters.get(key);
  if (!formatter) formatters.set(key, (formatter = new Intl.NumberFormat(locale, options)));
  return formatter;
}

/** A true minus sign, as LOOK.md asks; Intl writes a hyphen in English. */
function withTrueMinus(text: string): string {
  return text.replace('-', '\u2212');
}

/** Minor units as a number of major units: for pictures and axes, where a float is fine. */
export function toMajor(value: number, unit: FigureUnit): number {
  return unit.kind === 'money' ? value / 10 ** exponentOf(unit.currency!) : value;
}

/** The exact figure with its currency: "€1,234.50"; whole amounts drop the decimals: "€1,234". */
export function formatExact(value: number, unit: FigureUnit, locale = 'en-GB'): string {
  if (unit.kind === 'count') return withTrueMinus(formatterOf(locale, { maximumFractionDigits: 2 }).format(value));
  const exponent = exponentOf(unit.currency!);
  const whole = value % 10 ** exponent === 0;
  const digits = whole ? 0 : exponent;
  const options = { style: 'currency', currency: unit.currency!, minimumFractionDigits: digits, maximumFractionDigits: digits } as const;
  return withTrueMinus(formatterOf(locale, options).format(toMajor(value, unit)));
}

/** Whole major units with the currency, for headline figures: "€10,478". The exact figure belongs in the title beside it. */
export function formatWhole(value: number, unit: FigureUnit, locale = 'en-GB'): string {
  if (unit.kind === 'count') return withTrueMinus(formatterOf(locale, { maximumFractionDigits: 1 }).format(value));
  const options = { style: 'currency', currency: unit.currency!, maximumFractionDigits: 0 } as const;
  return withTrueMinus(formatterOf(locale, options).format(toMajor(value, unit)));
}

/** Whole major units without the currency, for columns whose heading names it: "94,400". */
export function formatColumn(value: number, unit: FigureUnit, locale = 'en-GB'): string {
  return withTrueMinus(formatterOf(locale, { maximumFractionDigits: unit.kind === 'count' ? 1 : 0 }).format(toMajor(value, unit)));
}

/** Short form for sentences: "€396k", "€1.2m". Never used where the figure decides anything. */
export function formatShort(value: number, unit: FigureUnit, locale = 'en-GB'): string {
  const major = toMajor(value, unit);
  const size = Math.abs(major);
  if (unit.kind === 'count') return withTrueMinus(formatterOf(locale, { maximumFractionDigits: 1 }).format(major));
  const [divisor, suffix, digits] = size >= 9_995_000 ? [1e6, 'm', 1] : size >= 999_500 ? [1e6, 'm', 2] : size >= 9_995 ? [1e3, 'k', 0] : size >= 1_000 ? [1e3, 'k', 1] : [1, '', 0];
  const options = { style: 'currency', currency: unit.currency!, minimumFractionDigits: 0, maximumFractionDigits: digits } as const;
  return withTrueMinus(formatterOf(locale, options).format(major / divisor)) + suffix;
}

/** With an explicit plus sign: "+€99,037". */
export function withSign(value: number, text: string): string {
  return value > 0 ? `+${text}` : text;
}

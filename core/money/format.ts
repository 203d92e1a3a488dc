import { exponentOf } from './currency';

/** What a figure is counted in. */
export interface FigureUnit {
  kind: 'money' | 'count' | 'percent' | 'days';
  /** ISO 4217 code, for money. */
  currency?: string;
  /** Of everything else: 1 where 325 means 32.5. */
  decimals?: number;
}

/** How many decimals the values of a unit have. */
export function decimalsOf(unit: FigureUnit): number {
  return unit.kind === 'money' ? exponentOf(unit.currency!) : (unit.decimals ?? 0);
}

/** What stands after a number that is no money. */
const SUFFIXES = { count: '', percent: '%', days: ' days' } as const;

function formatPlain(value: number, unit: FigureUnit, locale: string, more: number): string {
  const digits = decimalsOf(unit) + more;
  const isOne = unit.kind === 'days' && toMajor(value, unit) === 1;
  return (
    withTrueMinus(
      formatterOf(locale, { maximumFractionDigits: digits }).format(toMajor(value, unit)),
    ) + (isOne ? ' day' : SUFFIXES[unit.kind as keyof typeof SUFFIXES])
  );
}

const formatters = new Map<string, Intl.NumberFormat>();

function formatterOf(locale: string, options: Intl.NumberFormatOptions): Intl.NumberFormat {
  const key = locale + JSON.stringify(options);
  let formatter = formatters.get(key);
  // A small loss that rounds to nothing is nothing, not "-0".
  if (!formatter)
    formatters.set(
      key,
      (formatter = new Intl.NumberFormat(locale, { ...options, signDisplay: 'negative' })),
    );
  return formatter;
}

/** A true minus sign, Intl writes a hyphen in English. */
function withTrueMinus(text: string): string {
  return text.replace('-', '\u2212');
}

/** A value as a number of major units: for pictures and axes, where a float is fine. */
export function toMajor(value: number, unit: FigureUnit): number {
  return value / 10 ** decimalsOf(unit);
}

/** The exact figure with its currency: "€1,234.50"; whole amounts drop the decimals: "€1,234". */
export function formatExact(value: number, unit: FigureUnit, locale = 'en-GB'): string {
  if (unit.kind !== 'money') return formatPlain(value, unit, locale, 2);
  const exponent = exponentOf(unit.currency!);
  const whole = value % 10 ** exponent === 0;
  const digits = whole ? 0 : exponent;
  const options = {
    style: 'currency',
    currency: unit.currency!,
    minimumFractionDigits: digits,
    maximumFractionDigits: digits,
  } as const;
  return withTrueMinus(formatterOf(locale, options).format(toMajor(value, unit)));
}

/** With all decimals of the currency, for what is paid: "€30.00". */
export function formatPaid(minor: number, currency: string, locale = 'en-GB'): string {
  const options = { style: 'currency', currency } as const;
  return withTrueMinus(
    formatterOf(locale, options).format(toMajor(minor, { kind: 'money', currency })),
  );
}

/**
 * Whole major units with the currency, for headline figures: "€10,478". The exact figure belongs in
 * the title beside it.
 */
export function formatWhole(value: number, unit: FigureUnit, locale = 'en-GB'): string {
  if (unit.kind !== 'money') return formatPlain(value, unit, locale, unit.kind === 'count' ? 1 : 0);
  const options = {
    style: 'currency',
    currency: unit.currency!,
    maximumFractionDigits: 0,
  } as const;
  return withTrueMinus(formatterOf(locale, options).format(toMajor(value, unit)));
}

/** Whole major units without the currency, for columns whose heading names it: "94,400". */
export function formatColumn(value: number, unit: FigureUnit, locale = 'en-GB'): string {
  const digits =
    unit.kind === 'money' ? 0 : unit.kind === 'count' && !unit.decimals ? 1 : decimalsOf(unit);
  return withTrueMinus(
    formatterOf(locale, {
      maximumFractionDigits: digits,
      minimumFractionDigits: unit.kind === 'percent' ? digits : 0,
    }).format(toMajor(value, unit)),
  );
}

/**
 * Short form for sentences: "€396k", "€2.70m". Millions have as many decimals each, so that two of
 * a sentence are read alike. Never used where the figure decides anything.
 */
export function formatShort(value: number, unit: FigureUnit, locale = 'en-GB'): string {
  const major = toMajor(value, unit);
  const size = Math.abs(major);
  if (unit.kind !== 'money') return formatPlain(value, unit, locale, unit.kind === 'count' ? 1 : 0);
  const [divisor, suffix, digits] =
    size >= 9_995_000
      ? [1e6, 'm', 1]
      : size >= 999_500
        ? [1e6, 'm', 2]
        : size >= 9_995
          ? [1e3, 'k', 0]
          : size >= 1_000
            ? [1e3, 'k', 1]
            : [1, '', 0];
  const options = {
    style: 'currency',
    currency: unit.currency!,
    minimumFractionDigits: suffix === 'm' ? digits : 0,
    maximumFractionDigits: digits,
  } as const;
  return withTrueMinus(formatterOf(locale, options).format(major / divisor)) + suffix;
}

/**
 * A difference of two figures: that of two percents is points, never a percent
 * (docs/calculations.md, 7).
 */
export function formatDifference(value: number, unit: FigureUnit, locale = 'en-GB'): string {
  return unit.kind === 'percent'
    ? `${formatPlain(value, { ...unit, kind: 'count' }, locale, 0)} ${toMajor(Math.abs(value), unit) === 1 ? 'point' : 'points'}`
    : formatWhole(value, unit, locale);
}

/**
 * An amount beside the one it is measured by, finer where rounding would say it is reached: 79,960
 * of 80,000 is not "€80k of €80k" (docs/calculations.md, 7).
 */
export function formatBelow(
  value: number,
  limit: number | null,
  unit: FigureUnit,
  format: (value: number, unit: FigureUnit) => string = formatShort,
): string {
  const text = format(value, unit);
  if (limit === null || value >= limit || text !== format(limit, unit)) return text;
  const finer = formatWhole(value, unit);
  return format === formatWhole || finer === formatWhole(limit, unit)
    ? formatExact(value, unit)
    : finer;
}

/** With an explicit plus sign: "+€99,037". */
export function withSign(value: number, text: string): string {
  return value > 0 ? `+${text}` : text;
}

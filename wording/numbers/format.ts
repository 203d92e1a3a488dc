import { exponentOf } from '#core/money/currency';
import { decimalsOf, type FigureUnit, toMajor } from '#core/money/figureUnit';
import { language } from '../language';
import { EN_NUMBERS } from '../messages/en/numbers';
import { messagesOf } from '../messages/translate';
import { percentText, withTrueMinus } from './numberForm';

const t = messagesOf('numbers', EN_NUMBERS);

/** A value that is no money, with what it is counted in: "12", "26.4%", "34 days". */
function formatPlain(value: number, unit: FigureUnit, more: number): string {
  const major = toMajor(value, unit);
  const text = withTrueMinus(
    formatterOf({ maximumFractionDigits: decimalsOf(unit) + more }).format(major),
  );
  if (unit.kind === 'percent') return percentText(text);
  if (unit.kind === 'days') return t(major === 1 ? 'oneDay' : 'someDays', { number: text });
  return text;
}

const formatters = new Map<string, Intl.NumberFormat>();

function formatterOf(options: Intl.NumberFormatOptions): Intl.NumberFormat {
  const { numbers } = language();
  const key = numbers + JSON.stringify(options);
  let formatter = formatters.get(key);
  // A small loss that rounds to nothing is nothing, not "-0".
  if (!formatter)
    formatters.set(
      key,
      (formatter = new Intl.NumberFormat(numbers, { ...options, signDisplay: 'negative' })),
    );
  return formatter;
}

/** How many there are of something: "1,234". */
export function formatCount(count: number): string {
  return withTrueMinus(formatterOf({}).format(count));
}

/** A quantity, with up to three decimals: "1,234.5". */
export function formatQuantity(quantity: number): string {
  return withTrueMinus(formatterOf({ maximumFractionDigits: 3 }).format(quantity));
}

/** The exact figure with its currency: "€1,234.50"; whole amounts drop the decimals: "€1,234". */
export function formatExact(value: number, unit: FigureUnit): string {
  if (unit.kind !== 'money') return formatPlain(value, unit, 2);
  const exponent = exponentOf(unit.currency!);
  const whole = value % 10 ** exponent === 0;
  const digits = whole ? 0 : exponent;
  const options = {
    style: 'currency',
    currency: unit.currency!,
    minimumFractionDigits: digits,
    maximumFractionDigits: digits,
  } as const;
  return withTrueMinus(formatterOf(options).format(toMajor(value, unit)));
}

/** With all decimals of the currency, for what is paid: "€30.00". */
export function formatPaid(minor: number, currency: string): string {
  const options = { style: 'currency', currency } as const;
  return withTrueMinus(formatterOf(options).format(toMajor(minor, { kind: 'money', currency })));
}

/**
 * Whole major units with the currency, for headline figures: "€10,478". The exact figure belongs in
 * the title beside it.
 */
export function formatWhole(value: number, unit: FigureUnit): string {
  if (unit.kind !== 'money') return formatPlain(value, unit, unit.kind === 'count' ? 1 : 0);
  const options = {
    style: 'currency',
    currency: unit.currency!,
    maximumFractionDigits: 0,
  } as const;
  return withTrueMinus(formatterOf(options).format(toMajor(value, unit)));
}

/** Whole major units without the currency, for columns whose heading names it: "94,400". */
export function formatColumn(value: number, unit: FigureUnit): string {
  const digits =
    unit.kind === 'money' ? 0 : unit.kind === 'count' && !unit.decimals ? 1 : decimalsOf(unit);
  return withTrueMinus(
    formatterOf({
      maximumFractionDigits: digits,
      minimumFractionDigits: unit.kind === 'percent' ? digits : 0,
    }).format(toMajor(value, unit)),
  );
}

/** What an amount is shown in thousands or millions of. */
export type Scale = 'thousands' | 'millions' | null;
const DIVISORS = { thousands: 1_000, millions: 1_000_000 } as const;

/** An amount in major units, in thousands or millions: "€396k", "2,70 Mio. €". */
export function formatScaled(
  major: number,
  scale: Scale,
  digits: { least: number; most: number },
  currency: string | null,
): string {
  const formatter = formatterOf({
    ...(currency === null ? {} : { style: 'currency', currency }),
    minimumFractionDigits: digits.least,
    maximumFractionDigits: digits.most,
  });
  const value = scale ? major / DIVISORS[scale] : major;
  if (!scale) return withTrueMinus(formatter.format(value));
  if (!hasMoreBehind(formatter))
    return t(scale, { number: withTrueMinus(formatter.format(value)) });
  const parts = formatter.formatToParts(value);
  const last = parts.findLastIndex(isDigits);
  return withTrueMinus(
    parts
      .map((part, index) => (index === last ? t(scale, { number: part.value }) : part.value))
      .join(''),
  );
}

const isDigits = ({ type }: Intl.NumberFormatPart) => type === 'integer' || type === 'fraction';

const behind = new WeakMap<Intl.NumberFormat, boolean>();

/** Whether something follows the number: "1,5 €". Taking each apart would cost four times as much. */
function hasMoreBehind(formatter: Intl.NumberFormat): boolean {
  let has = behind.get(formatter);
  if (has === undefined)
    behind.set(formatter, (has = !isDigits(formatter.formatToParts(1).at(-1)!)));
  return has;
}

/**
 * Short form for sentences: "€396k", "€2.70m". Millions have as many decimals each, so that two of
 * a sentence are read alike. Never used where the figure decides anything.
 */
export function formatShort(value: number, unit: FigureUnit): string {
  if (unit.kind !== 'money') return formatPlain(value, unit, unit.kind === 'count' ? 1 : 0);
  const major = toMajor(value, unit);
  const { scale, decimals } = automaticScale(major);
  return formatScaled(
    major,
    scale,
    { least: scale === 'millions' ? decimals : 0, most: decimals },
    unit.currency!,
  );
}

/** In what an amount of major units is shown where the reader leaves it open. */
export function automaticScale(major: number): { scale: Scale; decimals: number } {
  const size = Math.abs(major);
  if (size >= 999_500) return { scale: 'millions', decimals: size >= 9_995_000 ? 1 : 2 };
  return size >= 1_000
    ? { scale: 'thousands', decimals: size >= 9_995 ? 0 : 1 }
    : { scale: null, decimals: 0 };
}

/**
 * A difference of two figures: that of two percents is points, never a percent
 * (docs/calculations.md, 7).
 */
export function formatDifference(value: number, unit: FigureUnit): string {
  return unit.kind === 'percent'
    ? t(toMajor(Math.abs(value), unit) === 1 ? 'onePoint' : 'somePoints', {
        number: formatPlain(value, { ...unit, kind: 'count' }, 0),
      })
    : formatWhole(value, unit);
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

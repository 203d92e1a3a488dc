import {
  type FigureUnit,
  formatColumn,
  formatDifference,
  formatExact,
  formatShort,
  formatWhole,
  toMajor,
} from './format';

export const DISPLAY_UNITS = ['whole', 'thousands', 'millions', 'automatic'] as const;
export type DisplayUnits = (typeof DISPLAY_UNITS)[number];
export const GAP_DISPLAYS = ['amount', 'percent'] as const;
export const MOST_DISPLAY_DECIMALS = 2;

/** How somebody wants figures shown; what is stored and judged by never changes. */
export interface Display {
  units: DisplayUnits;
  /** Of money in the chosen units; automatic has its own. */
  decimals: number;
  gap: (typeof GAP_DISPLAYS)[number];
}

export const FIRST_DISPLAY: Display = { units: 'whole', decimals: 0, gap: 'amount' };

const DIVISORS: Readonly<Record<'whole' | 'thousands' | 'millions', [number, string]>> = {
  whole: [1, ''],
  thousands: [1_000, 'k'],
  millions: [1_000_000, 'm'],
};

/** A headline figure: money with its currency, "€396.2k". The exact figure belongs in its title. */
export function showFigure(
  value: number,
  unit: FigureUnit,
  display: Display,
  locale = 'en-GB',
): string {
  if (unit.kind !== 'money' || isUsual(display)) return formatWhole(value, unit, locale);
  return display.units === 'automatic'
    ? formatShort(value, unit, locale)
    : scaled(value, unit, display, { style: 'currency', currency: unit.currency! }, locale);
}

/** The same for a column whose heading names the currency: "396.2k". */
export function showColumn(
  value: number,
  unit: FigureUnit,
  display: Display,
  locale = 'en-GB',
): string {
  if (unit.kind !== 'money' || isUsual(display)) return formatColumn(value, unit, locale);
  const { units, decimals } =
    display.units === 'automatic' ? automatic(toMajor(value, unit)) : display;
  return scaled(value, unit, { units, decimals }, {}, locale);
}

/** A difference of two figures: points for percents, else as a headline figure. */
export function showDifference(
  value: number,
  unit: FigureUnit,
  display: Display,
  locale = 'en-GB',
): string {
  return unit.kind === 'money'
    ? showFigure(value, unit, display, locale)
    : formatDifference(value, unit, locale);
}

/** A gap as its owner wants it: an amount, or a percent of the target; "–" where none is known. */
export function showGap(
  gap: number | null,
  target: number | null,
  display: Display,
  showAmount: (gap: number) => string,
): string {
  if (gap === null) return '–';
  if (display.gap === 'amount') return showAmount(gap);
  if (target === null || target === 0) return '–';
  const tenths = Math.round((gap / Math.abs(target)) * 1_000);
  // What is missing never rounds to nothing.
  const shown = tenths === 0 && gap !== 0 ? `<0.1` : (Math.abs(tenths) / 10).toFixed(1);
  return `${gap < 0 ? '\u2212' : ''}${shown}%`;
}

/**
 * An amount beside the one it is measured by, exact where rounding would say it is reached
 * (docs/calculations.md, 7).
 */
export function showBelow(
  value: number,
  limit: number | null,
  unit: FigureUnit,
  show: (value: number) => string,
): string {
  const text = show(value);
  if (limit === null || value >= limit || text !== show(limit)) return text;
  const whole = formatWhole(value, unit);
  return whole === formatWhole(limit, unit) ? formatExact(value, unit) : whole;
}

const isUsual = ({ units, decimals }: Display) => units === 'whole' && decimals === 0;

function automatic(major: number): { units: 'whole' | 'thousands' | 'millions'; decimals: number } {
  const size = Math.abs(major);
  if (size >= 999_500) return { units: 'millions', decimals: size >= 9_995_000 ? 1 : 2 };
  return size >= 1_000
    ? { units: 'thousands', decimals: size >= 9_995 ? 0 : 1 }
    : { units: 'whole', decimals: 0 };
}

function scaled(
  value: number,
  unit: FigureUnit,
  { units, decimals }: Pick<Display, 'units' | 'decimals'>,
  style: Intl.NumberFormatOptions,
  locale: string,
): string {
  const [divisor, suffix] = DIVISORS[units === 'automatic' ? 'whole' : units];
  const text = new Intl.NumberFormat(locale, {
    ...style,
    minimumFractionDigits: decimals,
    maximumFractionDigits: decimals,
    signDisplay: 'negative',
  }).format(toMajor(value, unit) / divisor);
  return text.replace('-', '\u2212') + suffix;
}

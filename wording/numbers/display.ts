import type { Display } from '#core/money/display';
import { decimalsOf, type FigureUnit, toMajor } from '#core/money/figureUnit';
import {
  automaticScale,
  formatColumn,
  formatDifference,
  formatExact,
  formatScaled,
  formatShort,
  formatWhole,
} from './format';
import { localNumber, percentText } from './numberForm';

/** A headline figure: money with its currency, "€396.2k". The exact figure belongs in its title. */
export function showFigure(value: number, unit: FigureUnit, display: Display): string {
  if (unit.kind !== 'money' || isUsual(display)) return formatWhole(value, unit);
  return display.units === 'automatic'
    ? formatShort(value, unit)
    : scaled(value, unit, display, unit.currency!);
}

/** The same for a column whose heading names the currency: "396.2k". */
export function showColumn(value: number, unit: FigureUnit, display: Display): string {
  if (unit.kind !== 'money' || isUsual(display)) return formatColumn(value, unit);
  if (display.units !== 'automatic') return scaled(value, unit, display, null);
  const major = toMajor(value, unit);
  const { scale, decimals } = automaticScale(major);
  return formatScaled(major, scale, { least: decimals, most: decimals }, null);
}

/** A difference of two figures: points for percents, else as a headline figure. */
export function showDifference(value: number, unit: FigureUnit, display: Display): string {
  return unit.kind === 'money' ? showFigure(value, unit, display) : formatDifference(value, unit);
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
  const shown =
    tenths === 0 && gap !== 0
      ? `<${localNumber('0.1')}`
      : localNumber((Math.abs(tenths) / 10).toFixed(1));
  return `${gap < 0 ? '\u2212' : ''}${percentText(shown)}`;
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

/** The same in a column whose heading names the currency. */
export function showBelowInColumn(
  value: number,
  limit: number | null,
  unit: FigureUnit,
  display: Display,
): string {
  const show = (shown: number) => showColumn(shown, unit, display);
  const text = show(value);
  if (limit === null || value >= limit || text !== show(limit)) return text;
  const whole = formatColumn(value, unit);
  if (whole !== formatColumn(limit, unit)) return whole;
  const decimals = decimalsOf(unit);
  return unit.kind === 'money'
    ? formatScaled(toMajor(value, unit), null, { least: decimals, most: decimals }, null)
    : formatExact(value, unit);
}

const isUsual = ({ units, decimals }: Display) => units === 'whole' && decimals === 0;

function scaled(
  value: number,
  unit: FigureUnit,
  { units, decimals }: Pick<Display, 'units' | 'decimals'>,
  currency: string | null,
): string {
  const scale = units === 'thousands' || units === 'millions' ? units : null;
  return formatScaled(toMajor(value, unit), scale, { least: decimals, most: decimals }, currency);
}

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

/** A value as a number of major units: for pictures and axes, where a float is fine. */
export function toMajor(value: number, unit: FigureUnit): number {
  return value / 10 ** decimalsOf(unit);
}

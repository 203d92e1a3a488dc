import { scaleOf } from '../measure/definition';
import type { Measure, MeasureCode } from '../measure/measure';

/** Measures known line by line: they take a rate of their own by product and category. */
export const LINE_MEASURES = ['revenue', 'gross_profit', 'deals_won'] as const;
export type LineMeasure = (typeof LINE_MEASURES)[number];

export function isLineMeasure(code: MeasureCode): code is LineMeasure {
  return (LINE_MEASURES as readonly string[]).includes(code);
}

/** How the base of a commission plan is counted: whole units, so that nothing is rounded early. */
export interface BaseScale {
  /** A rate of money is a share; of anything else an amount for each. */
  isMoney: boolean;
  /** Base units in one of what is counted: 1,000 where quantities have thousandths; 1 of money. */
  perOne: number;
  /** Base units in a unit of the daily totals or of a typed-in value. */
  perPart: number;
  /** Base units in a unit of the measure's targets. */
  perTargetUnit: number;
}

/**
 * The scale of a measure that commission may be paid on: what adds up over time, of which more is
 * better, in money or a number; null of any other, as of a ratio nobody's part can be said.
 */
export function baseScaleOf({
  formula,
  definition,
  isCumulative,
  valueKind,
  decimals,
}: Measure): BaseScale | null {
  if (!isCumulative || (valueKind !== 'money' && valueKind !== 'count')) return null;
  if (valueKind === 'money') return { isMoney: true, perOne: 1, perPart: 1, perTargetUnit: 1 };
  const fine = 10 ** decimals;
  if (formula.kind === 'typed')
    return { isMoney: false, perOne: fine, perPart: 1, perTargetUnit: 1 };
  if (definition.kind !== 'sum' && definition.kind !== 'count') return null;
  const scale = scaleOf(definition.of);
  const perOne = Math.max(fine, scale);
  return { isMoney: false, perOne, perPart: perOne / scale, perTargetUnit: perOne / fine };
}

import type { MeasureRecord } from '#contract/schemas/measure';
import type { FigureUnit } from '#core/money/figureUnit';

/** What the figures of a measure are counted in. */
export function figureUnit({
  measure,
  currency,
}: {
  measure: Pick<MeasureRecord, 'valueKind' | 'decimals'>;
  currency: string;
}): FigureUnit {
  return measure.valueKind === 'money'
    ? { kind: 'money', currency }
    : { kind: measure.valueKind, decimals: measure.decimals };
}

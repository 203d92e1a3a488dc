import type { Contributions } from '#contract/schemas/contributions';
import type { Measure } from '#core/measure/measure';
import { QUANTITY_SCALE } from '#core/measure/part';
import { type FigureUnit, formatExact } from '#core/money/format';
import { FIELD_NAMES, nameOfAddend } from './fieldNames';

type PartKind = Contributions['numeratorKind'];

/** What stands above and below the line of a measure, for the heads of its rows. */
export function describeParts({ definition }: Pick<Measure, 'definition'>): {
  numerator: string;
  denominator: string | null;
} {
  switch (definition.kind) {
    case 'sum':
    case 'count':
      return { numerator: FIELD_NAMES[definition.of.field], denominator: null };
    case 'ratio':
      return {
        numerator: nameOfAddend(definition.numerator),
        denominator: nameOfAddend(definition.denominator),
      };
    case 'duration':
      return { numerator: 'days', denominator: 'deals' };
    case 'distinct':
      return { numerator: 'counts', denominator: null };
    case 'typed':
      return {
        numerator: 'value',
        denominator: definition.accumulation === 'average' ? 'values' : null,
      };
  }
}

/** A part of a row as it is shown: money with its currency, quantities with their decimals. */
export function showPart(
  value: number,
  kind: PartKind,
  { currency }: Pick<Contributions, 'currency'>,
  unit: FigureUnit,
): string {
  switch (kind) {
    case 'money':
      return formatExact(value, { kind: 'money', currency });
    case 'value':
      return formatExact(value, unit);
    case 'quantity':
      return (value / QUANTITY_SCALE).toLocaleString('en-GB', { maximumFractionDigits: 3 });
    case 'count':
    case 'days':
      return value.toLocaleString('en-GB');
  }
}

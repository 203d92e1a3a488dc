import type { Contributions } from '#contract/schemas/contributions';
import type { Measure } from '#core/measure/measure';
import { QUANTITY_SCALE } from '#core/measure/part';
import type { FigureUnit } from '#core/money/figureUnit';
import { nameOfAddend, nameOfCustom } from './fieldNames';
import { formatCount, formatExact } from './numbers/format';

type PartKind = Contributions['numeratorKind'];

/** What stands above and below the line of a measure, for the heads of its rows. */
export function describeParts({ definition }: Pick<Measure, 'definition'>): {
  numerator: string;
  denominator: string | null;
} {
  switch (definition.kind) {
    case 'sum':
    case 'count':
      return { numerator: nameOfAddend(definition.of), denominator: null };
    case 'ratio':
      return {
        numerator: nameOfAddend(definition.numerator),
        denominator: nameOfAddend(definition.denominator),
      };
    case 'duration':
    case 'elapsed':
      return { numerator: 'days', denominator: 'deals' };
    case 'share':
      return { numerator: `within ${definition.most} days`, denominator: 'deals' };
    case 'median':
      return { numerator: nameOfCustom(definition.of), denominator: null };
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
      return formatCount(value);
  }
}

/** How many deals a figure leaves out for want of a date or value. */
export function describeExcluded(deals: number): string {
  return `${formatCount(deals)} ${deals === 1 ? 'deal is' : 'deals are'} left out: a date or value is missing.`;
}

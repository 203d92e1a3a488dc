import type { Contributions } from '#contract/schemas/contributions';
import type { Measure } from '#core/measure/measure';
import { QUANTITY_SCALE } from '#core/measure/part';
import type { FigureUnit } from '#core/money/figureUnit';
import { nameOfAddend, nameOfCustom } from './fieldNames';
import { EN_FIGURES } from './messages/en/figures';
import { messagesOf } from './messages/translate';
import { formatCount, formatExact, formatQuantity } from './numbers/format';

const t = messagesOf('figures', EN_FIGURES);

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
      return { numerator: t('partDays'), denominator: t('partDeals') };
    case 'share':
      return {
        numerator: t('partWithin', { days: definition.most }),
        denominator: t('partDeals'),
      };
    case 'median':
      return { numerator: nameOfCustom(definition.of), denominator: null };
    case 'distinct':
      return { numerator: t('partCounts'), denominator: null };
    case 'typed':
      return {
        numerator: t('partValue'),
        denominator: definition.accumulation === 'average' ? t('partValues') : null,
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
      return formatQuantity(value / QUANTITY_SCALE);
    case 'count':
    case 'days':
      return formatCount(value);
  }
}

/** How many deals a figure leaves out for want of a date or value. */
export function describeExcluded(deals: number): string {
  return t('excluded', { deals });
}

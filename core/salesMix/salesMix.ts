import { type Dataset, valueIn } from '../dataset/dataset';
import type { DistinctField } from '../measure/definition';
import type { Period } from '../period/calendar';
import type { DaySpan } from '../period/day';

/**
 * A figure beside attainment, and the same of last year at the same point; null where there is
 * none.
 */
export interface SalesMixFigure {
  actual: number | null;
  priorYear: number | null;
}

/** What a result is made of: one customer or many. */
export interface SalesMix {
  products: SalesMixFigure;
  customers: SalesMixFigure;
  /** Locations sold to. */
  locations: SalesMixFigure;
  /** Minor units. */
  averageDealSize: SalesMixFigure;
  salesCycleDays: SalesMixFigure;
}

/** Distinct counts are recounted for the unit and never added up over people (GUARDS 37). */
export function buildSalesMix(dataset: Dataset, unitId: number, period: Period): SalesMix {
  const spans = [period, dataset.comparedOf(period).priorYear?.span ?? null] as const;
  const figure = (valueOf: (span: DaySpan) => number | null): SalesMixFigure => ({
    actual: valueOf(spans[0]),
    priorYear: spans[1] && valueOf(spans[1]),
  });
  const [counts, countsBefore] = spans.map(
    (span) =>
      span &&
      // Of a total nobody knows how many customers it was.
      dataset.monthlyTotals.monthsIn(unitId, span).length === 0 &&
      dataset.rollUp.countEachDistinct(unitId, {
        from: span.from,
        to: Math.min(span.to, dataset.asOf + 1),
      }),
  );
  const distinct = (field: DistinctField): SalesMixFigure => ({
    actual: counts ? counts[field] : null,
    priorYear: countsBefore ? countsBefore[field] : null,
  });
  return {
    products: distinct('product'),
    customers: distinct('customer'),
    locations: distinct('location'),
    averageDealSize: figure((span) => valueIn(dataset, unitId, 'average_deal', span)),
    salesCycleDays: figure((span) => valueIn(dataset, unitId, 'days_to_close', span)),
  };
}

const DAYS_OF_TYPICAL = 365;

/**
 * The average won deal of the last 365 days, in minor units; null without one. What "so many
 * average deals" is computed with.
 */
export function averageDealSizeOfYear(dataset: Dataset, unitId: number): number | null {
  return valueIn(dataset, unitId, 'average_deal', {
    from: dataset.asOf + 1 - DAYS_OF_TYPICAL,
    to: dataset.asOf + 1,
  });
}

import type { DistinctField } from '../measure/definition';
import type { Period } from '../period/calendar';
import type { DaySpan } from '../period/day';
import { valueIn, type Books } from './books';

/** A figure beside attainment, and the same of last year at the same point; null where there is none. */
export interface BreadthFigure {
  now: number | null;
  lastYear: number | null;
}

/** How broad a result stands: whether it rests on one customer or many. */
export interface Breadth {
  products: BreadthFigure;
  customers: BreadthFigure;
  /** Locations sold to. */
  places: BreadthFigure;
  /** Minor units. */
  averageDeal: BreadthFigure;
  daysToClose: BreadthFigure;
}

/** Distinct counts are recounted for the unit and never added up over people (GUARDS 37). */
export function buildBreadth(books: Books, unitId: number, period: Period): Breadth {
  const spans = [period, books.comparedOf(period).lastYear?.span ?? null] as const;
  const figure = (valueOf: (span: DaySpan) => number | null): BreadthFigure => ({ now: valueOf(spans[0]), lastYear: spans[1] && valueOf(spans[1]) });
  const [counts, countsBefore] = spans.map((span) => span && books.rollUp.countEachDistinct(unitId, { from: span.from, to: Math.min(span.to, books.asOf + 1) }));
  const distinct = (field: DistinctField): BreadthFigure => ({ now: counts![field], lastYear: countsBefore?.[field] ?? null });
  return {
    products: distinct('product'), customers: distinct('customer'), places: distinct('location'),
    averageDeal: figure((span) => valueIn(books, unitId, 'average_deal', span)), daysToClose: figure((span) => valueIn(books, unitId, 'days_to_close', span)),
  };
}

const DAYS_OF_TYPICAL = 365;

/** The average won deal of the last 365 days, in minor units; null without one. What "so many average deals" is reckoned with. */
export function typicalDealOf(books: Books, unitId: number): number | null {
  return valueIn(books, unitId, 'average_deal', { from: books.asOf + 1 - DAYS_OF_TYPICAL, to: books.asOf + 1 });
}

import * as routes from '#contract/routes/standings';
import type { Period } from '#core/period/calendar';
import type { Books } from '#core/standing/books';
import type { Endpoints } from '../endpoints';
import { Refused } from '../problem';
import { viewStanding, viewStandings, viewStrip, viewTree } from './service';

/** The period an id names. @throws Refused unknownPeriod */
export function findPeriod(books: Books, id: string): Period {
  const period = books.calendar.parse(id);
  if (!period || period.to - period.from > 366 * 10) throw new Refused('unknownPeriod', { period: id });
  return period;
}

export function addStandingRoutes({ implement, context }: Endpoints): void {
  implement(routes.getStanding, async ({ query, scope }) =>
    viewStanding(scope, scope.findUnit(query.unit), findPeriod(scope.books, query.period), query.measure ?? 'revenue', context.replica.newestDay));

  implement(routes.getTree, async ({ query, scope, principal }) =>
    viewTree(scope, principal.unitId, findPeriod(scope.books, query.period), query.measure ?? 'revenue'));

  implement(routes.getStrip, async ({ query, scope }) => {
    const label = query.year ? scope.books.calendar.labelOf(findPeriod(scope.books, query.year).from) : scope.books.calendar.labelOf(scope.books.asOf);
    return viewStrip(scope.books, scope.findUnit(query.unit), label, query.measure ?? 'revenue');
  });

  implement(routes.getStandings, async ({ query, scope }) =>
    viewStandings(scope.books, findPeriod(scope.books, query.period), query.measure ?? 'revenue'));
}

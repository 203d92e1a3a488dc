import * as routes from '#contract/routes/standings';
import type { Endpoints } from '../endpoints';
import { viewApart, viewBehind } from './behind';
import { findMeasure, findPeriod } from './find';
import { viewLadder } from './ladder';
import { viewBreadth, viewPairs, viewScorecard } from './scorecard';
import { viewSeries } from './series';
import { viewStandingWhole } from './whole';
import { viewStandings, viewStrip, viewTree } from './service';

export function addStandingRoutes({ implement, implementKept, context }: Endpoints): void {
  implementKept(routes.getStanding, async ({ query, scope }) => {
    return viewStandingWhole(context, scope, scope.findUnit(query.unit), findPeriod(scope.books, query.period), findMeasure(scope.books, query.measure).code);
  });

  implementKept(routes.getTree, async ({ query, scope, principal }) =>
    viewTree(scope, principal.unitId, findPeriod(scope.books, query.period), findMeasure(scope.books, query.measure).code));

  implementKept(routes.getStrip, async ({ query, scope }) => {
    const label = query.year ? scope.books.calendar.labelOf(findPeriod(scope.books, query.year).from) : scope.books.calendar.labelOf(scope.books.asOf);
    return viewStrip(scope.books, scope.findUnit(query.unit), label, findMeasure(scope.books, query.measure).code);
  });

  implementKept(routes.getLadder, async ({ query, scope, principal }) => viewLadder(context, scope, principal, query));

  implementKept(routes.getSeries, async ({ query, scope }) =>
    viewSeries(scope.books, scope.findUnit(query.unit), findPeriod(scope.books, query.period), findMeasure(scope.books, query.measure), query.step));

  implementKept(routes.getScorecard, async ({ query, scope }) =>
    viewScorecard(scope.books, scope.findUnit(query.unit), findPeriod(scope.books, query.period), query.measures));

  implementKept(routes.getPairs, async ({ query, scope }) =>
    viewPairs(scope.books, scope.findUnit(query.unit), findPeriod(scope.books, query.period), [findMeasure(scope.books, query.measure), findMeasure(scope.books, query.beside)], query.level));

  implementKept(routes.getBreadth, async ({ query, scope }) => viewBreadth(scope.books, scope.findUnit(query.unit), findPeriod(scope.books, query.period)));

  implement(routes.getBehind, async ({ query, scope }) => viewBehind(context.db, scope.books, scope.findUnit(query.unit), findPeriod(scope.books, query.period)));

  implement(routes.takeApart, async ({ query, scope }) => viewApart(context.db, scope.books, scope.findUnit(query.unit), findPeriod(scope.books, query.period), query.by));

  implementKept(routes.getStandings, async ({ query, scope }) =>
    viewStandings(scope.books, findPeriod(scope.books, query.period), findMeasure(scope.books, query.measure).code));
}

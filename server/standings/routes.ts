import * as ledger from '#contract/routes/ledger';
import * as routes from '#contract/routes/standings';
import type { MeasureCode } from '#core/measure/measure';
import type { Scope } from '../access/index';
import type { Endpoints } from '../endpoints';
import { listBookProblems } from '../ledger/problems';
import { viewApart, viewBehind } from './behind';
import { findMeasure, findPeriod } from './find';
import { viewLadder } from './ladder';
import { reachOf } from './reach';
import { measuresOfCard, viewBreadth, viewPairs, viewScorecard } from './scorecard';
import { viewSeries } from './series';
import { viewStandingWhole } from './whole';
import { viewStandings, viewStrip, viewTree } from './service';

export function addStandingRoutes({ implement, implementKept, context }: Endpoints): void {
  implement(ledger.listBookProblems, async ({ scope }) => listBookProblems(context, scope.sees));

  /** What a question about one unit and measures reaches. */
  const reach = (scope: Scope, unit: string, measures: readonly (MeasureCode | undefined)[]) =>
    reachOf(scope.books, scope.findUnit(unit), measures.map((code) => findMeasure(scope.books, code).code));

  implementKept(routes.getStanding, async ({ query, scope }) => {
    return viewStandingWhole(context, scope, scope.findUnit(query.unit), findPeriod(scope.books, query.period), findMeasure(scope.books, query.measure).code);
  }, ({ query, scope }) => reach(scope, query.unit, [query.measure]));

  implementKept(routes.getTree, async ({ query, scope, principal }) =>
    viewTree(scope, principal.unitId, findPeriod(scope.books, query.period), findMeasure(scope.books, query.measure).code),
  ({ query, scope, principal }) => reachOf(scope.books, scope.books.tree.find(principal.unitId)!, [findMeasure(scope.books, query.measure).code]));

  implementKept(routes.getStrip, async ({ query, scope }) => {
    const label = query.year ? scope.books.calendar.labelOf(findPeriod(scope.books, query.year).from) : scope.books.calendar.labelOf(scope.books.asOf);
    return viewStrip(scope.books, scope.findUnit(query.unit), label, findMeasure(scope.books, query.measure).code);
  }, ({ query, scope }) => reach(scope, query.unit, [query.measure]));

  // A salesperson is shown their team, where the company shares it: more people than their unit's.
  implementKept(routes.getLadder, async ({ query, scope, principal }) => viewLadder(context, scope, principal, query),
    ({ query, scope, principal }) => (principal.role === 'salesperson' ? null : reach(scope, query.unit, [query.measure])));

  implementKept(routes.getSeries, async ({ query, scope }) =>
    viewSeries(scope.books, scope.findUnit(query.unit), findPeriod(scope.books, query.period), findMeasure(scope.books, query.measure), query.step),
  ({ query, scope }) => reach(scope, query.unit, [query.measure]));

  implementKept(routes.getScorecard, async ({ query, scope }) =>
    viewScorecard(scope.books, scope.findUnit(query.unit), findPeriod(scope.books, query.period), query.measures),
  ({ query, scope }) => reach(scope, query.unit, measuresOfCard(scope.books, query.measures)));

  implementKept(routes.getPairs, async ({ query, scope }) =>
    viewPairs(scope.books, scope.findUnit(query.unit), findPeriod(scope.books, query.period), [findMeasure(scope.books, query.measure), findMeasure(scope.books, query.beside)], query.level),
  ({ query, scope }) => reach(scope, query.unit, [query.measure, query.beside]));

  implementKept(routes.getBreadth, async ({ query, scope }) => viewBreadth(scope.books, scope.findUnit(query.unit), findPeriod(scope.books, query.period)),
    ({ query, scope }) => scope.findUnit(query.unit).id);

  implement(routes.getBehind, async ({ query, scope }) => viewBehind(context.db, scope.books, scope.findUnit(query.unit), findPeriod(scope.books, query.period)));

  implement(routes.takeApart, async ({ query, scope }) => viewApart(context.db, scope.books, scope.findUnit(query.unit), findPeriod(scope.books, query.period), query.by));

  implementKept(routes.getStandings, async ({ query, scope }) =>
    viewStandings(scope.books, findPeriod(scope.books, query.period), findMeasure(scope.books, query.measure).code));
}

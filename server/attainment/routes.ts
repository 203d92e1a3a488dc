import * as routes from '#contract/routes/attainment';
import * as ledger from '#contract/routes/ledger';
import type { MeasureCode } from '#core/measure/measure';
import type { Scope } from '../access/index';
import type { Endpoints } from '../endpoints';
import { listOversizedTotals } from '../ledger/problems';
import { viewApart, viewBehind } from './contributingDeals';
import { viewContributions } from './contributions';
import { findMeasure, findPeriod } from './find';
import { columnsOf, viewLadder } from './ladder';
import { dependencyScopeOf } from './reach';
import { measuresOfCard, viewBreadth, viewPairs, viewScorecard } from './scorecard';
import { viewSeries } from './series';
import { viewStandings, viewStrip, viewTree } from './service';
import { viewStandingWhole } from './whole';

export function addAttainmentRoutes({ implement, implementCached, context }: Endpoints): void {
  implement(ledger.listOversizedTotals, async ({ scope }) =>
    listOversizedTotals(context, scope.sees),
  );

  /** What a question about one unit and measures reaches. */
  const reach = (scope: Scope, unit: string, measures: readonly (MeasureCode | undefined)[]) =>
    dependencyScopeOf(
      scope.dataset,
      scope.findUnit(unit),
      measures.map((code) => findMeasure(scope.dataset, code).code),
    );

  implementCached(
    routes.getStanding,
    async ({ query, scope, principal }) => {
      const unit = scope.findUnit(query.unit);
      return viewStandingWhole(
        context,
        scope,
        unit,
        findPeriod(scope.dataset, query.period),
        findMeasure(scope.dataset, query.measure).code,
        principal.role === 'salesperson' && unit.id === principal.unitId,
      );
    },
    ({ query, scope }) => reach(scope, query.unit, [query.measure]),
  );

  implementCached(
    routes.listUnitAttainments,
    async ({ query, scope, principal }) =>
      viewTree(
        scope,
        principal.unitId,
        findPeriod(scope.dataset, query.period),
        findMeasure(scope.dataset, query.measure).code,
      ),
    ({ query, scope, principal }) =>
      dependencyScopeOf(scope.dataset, scope.dataset.tree.find(principal.unitId)!, [
        findMeasure(scope.dataset, query.measure).code,
      ]),
  );

  implementCached(
    routes.getYearOverview,
    async ({ query, scope }) => {
      const label = query.year
        ? scope.dataset.calendar.labelOf(findPeriod(scope.dataset, query.year).from)
        : scope.dataset.calendar.labelOf(scope.dataset.asOf);
      return viewStrip(
        scope.dataset,
        scope.findUnit(query.unit),
        label,
        findMeasure(scope.dataset, query.measure).code,
      );
    },
    ({ query, scope }) => reach(scope, query.unit, [query.measure]),
  );

  // A salesperson is shown their team, where the company shares it: more people than their unit's.
  implementCached(
    routes.getLadder,
    async ({ query, scope, principal }) => viewLadder(context, scope, principal, query),
    ({ query, scope, principal }) =>
      principal.role === 'salesperson'
        ? null
        : reach(scope, query.unit, [query.measure, ...columnsOf(query.columns)]),
  );

  implementCached(
    routes.getSeries,
    async ({ query, scope }) =>
      viewSeries(
        scope.dataset,
        scope.findUnit(query.unit),
        findPeriod(scope.dataset, query.period),
        findMeasure(scope.dataset, query.measure),
        query.step,
      ),
    ({ query, scope }) => reach(scope, query.unit, [query.measure]),
  );

  implementCached(
    routes.getScorecard,
    async ({ query, scope }) =>
      viewScorecard(
        scope.dataset,
        scope.findUnit(query.unit),
        findPeriod(scope.dataset, query.period),
        query.measures,
        query.weights,
      ),
    ({ query, scope }) => reach(scope, query.unit, measuresOfCard(scope.dataset, query.measures)),
  );

  implementCached(
    routes.compareMeasures,
    async ({ query, scope }) =>
      viewPairs(
        scope.dataset,
        scope.findUnit(query.unit),
        findPeriod(scope.dataset, query.period),
        [
          findMeasure(scope.dataset, query.measure),
          findMeasure(scope.dataset, query.compareMeasure),
        ],
        query.level,
      ),
    ({ query, scope }) => reach(scope, query.unit, [query.measure, query.compareMeasure]),
  );

  implementCached(
    routes.getSalesMix,
    async ({ query, scope }) =>
      viewBreadth(
        scope.dataset,
        scope.findUnit(query.unit),
        findPeriod(scope.dataset, query.period),
      ),
    ({ query, scope }) => scope.findUnit(query.unit).id,
  );

  implement(routes.listContributingDeals, async ({ query, scope }) =>
    viewBehind(
      context.db,
      scope.dataset,
      scope.findUnit(query.unit),
      findPeriod(scope.dataset, query.period),
    ),
  );

  implement(routes.getContributions, async ({ query, scope: { dataset, findUnit } }) =>
    viewContributions(
      context.db,
      {
        dataset,
        unit: findUnit(query.unit),
        period: findPeriod(dataset, query.period),
        measure: findMeasure(dataset, query.measure),
      },
      query.limit,
    ),
  );

  implement(routes.getBreakdown, async ({ query, scope }) =>
    viewApart(
      context.db,
      scope.dataset,
      scope.findUnit(query.unit),
      findPeriod(scope.dataset, query.period),
      query.by,
    ),
  );

  implementCached(routes.getStandings, async ({ query, scope }) =>
    viewStandings(
      scope.dataset,
      findPeriod(scope.dataset, query.period),
      findMeasure(scope.dataset, query.measure).code,
    ),
  );
}

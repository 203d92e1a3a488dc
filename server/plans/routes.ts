import * as periodsRoutes from '#contract/routes/periods';
import * as routes from '#contract/routes/plans';
import { findMonth } from '../attainment/index';
import type { Endpoints } from '../endpoints';
import { closeMonths, findClosing, listClosedMonths, openMonth } from './closing';
import { viewDifference } from './difference';
import { createPlan, discardPlan, restorePlan } from './drafts';
import { viewGradeChanges } from './gradeChanges';
import { publishPlan } from './publication';
import { changePlanRates } from './rates';
import { listPlans } from './summary';

export function addPlanRoutes({ implement, context }: Endpoints): void {
  const monthOf = (id: string) => findMonth(context.replica.company!, id);
  implement(routes.listPlans, async ({ query, scope, principal }) =>
    listPlans(context, { scope, principal }, query.year),
  );
  implement(routes.createPlan, async ({ body, scope, principal }) =>
    createPlan(context, { scope, principal }, body),
  );
  implement(routes.restorePlan, async ({ params, scope, principal }) => {
    await restorePlan(context, { scope, principal }, params.id);
    return {};
  });
  implement(routes.discardPlan, async ({ params, scope, principal }) => {
    await discardPlan(context, { scope, principal }, params.id);
    return {};
  });
  implement(routes.changePlanRates, async ({ params, body, scope, principal }) =>
    changePlanRates(context, { scope, principal }, params.id, body),
  );
  implement(routes.publishPlan, async ({ params, body, scope, principal }) =>
    publishPlan(context, { scope, principal }, params.id, body),
  );
  implement(routes.getPlanDifference, async ({ params, query, scope, principal }) =>
    viewDifference(context, { scope, principal }, params.id, query.against),
  );
  implement(routes.getGradeChanges, async ({ params, query, scope, principal }) =>
    viewGradeChanges(context, { scope, principal }, params.id, query.from),
  );
  implement(periodsRoutes.listClosedMonths, async (caller) => listClosedMonths(context, caller));
  implement(periodsRoutes.closeMonth, async ({ params, principal }) => {
    await closeMonths(context, principal.userId, [monthOf(params.period)]);
    return {};
  });
  implement(periodsRoutes.closeMonths, async ({ body, scope, principal }) => {
    const months = new Map(body.periods.map((id) => [id, monthOf(id)]));
    const unit = findClosing(scope, body.unit);
    await closeMonths(context, principal.userId, [...months.values()], unit);
    return listClosedMonths(context, { scope, principal });
  });
  implement(periodsRoutes.openMonth, async ({ params, body, scope, principal }) => {
    const unit = findClosing(scope, body.unit);
    await openMonth(context, principal.userId, monthOf(params.period), unit, body);
    return {};
  });
}

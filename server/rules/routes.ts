import * as routes from '#contract/routes/rules';
import type { Endpoints } from '../endpoints';
import { findMeasure, findPeriod } from '../standings/index';
import { listRules, removeRule, saveRule } from './service';
import { tryRules } from './trial';

export function addRuleRoutes({ implement, context }: Endpoints): void {
  implement(routes.listRules, async ({ scope }) => listRules(context, scope.books));
  implement(routes.saveRule, async ({ params, body, scope, principal }) => saveRule(context, principal.userId, findMeasure(scope.books, params.code), body));
  implement(routes.removeRule, async ({ params, scope, principal }) => removeRule(context, principal.userId, findMeasure(scope.books, params.code), params.from));
  implement(routes.tryRules, async ({ params, body, scope }) => tryRules(scope.books, findMeasure(scope.books, params.code), findPeriod(scope.books, body.period), body.rules));
}

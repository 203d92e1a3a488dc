import * as routes from '#contract/routes/rules';
import { findMeasure, findPeriod } from '../attainment/index';
import type { Endpoints } from '../endpoints';
import { listRules, removeRule, saveRule } from './service';
import { previewRules } from './trial';

export function addRuleRoutes({ implement, context }: Endpoints): void {
  implement(routes.listRules, async ({ scope }) => listRules(context, scope.dataset));
  implement(routes.saveRule, async ({ params, body, scope, principal }) =>
    saveRule(context, principal.userId, findMeasure(scope.dataset, params.code), body),
  );
  implement(routes.removeRule, async ({ params, scope, principal }) =>
    removeRule(context, principal.userId, findMeasure(scope.dataset, params.code), params.from),
  );
  implement(routes.previewRules, async ({ params, body, scope }) =>
    previewRules(
      scope.dataset,
      findMeasure(scope.dataset, params.code),
      findPeriod(scope.dataset, body.period),
      body.rules,
    ),
  );
}

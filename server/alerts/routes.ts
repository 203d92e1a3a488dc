import * as routes from '#contract/routes/alerts';
import type { Endpoints } from '../endpoints';
import { listAlerts, markSeen } from './list';
import { previewRule } from './preview';
import { changeRule, createRule, listRules, removeRule, setRuleState } from './rules';

export function addAlertRoutes({ implement, context }: Endpoints): void {
  implement(routes.listAlerts, ({ query, scope, principal }) =>
    listAlerts(context, scope, principal, query.onlyNew ?? false),
  );
  implement(routes.markAlertsSeen, async ({ body, principal }) => {
    await markSeen(context.db, principal.userId, body.ids);
    return {};
  });
  implement(routes.listAlertRules, ({ scope, principal }) => listRules(context, scope, principal));
  implement(routes.createAlertRule, ({ body, scope, principal }) =>
    createRule(context, scope, principal, body),
  );
  implement(routes.changeAlertRule, ({ params, body, scope, principal }) =>
    changeRule(context, scope, principal, params.id, body),
  );
  implement(routes.setAlertRuleState, ({ params, body, scope, principal }) =>
    setRuleState(context, scope, principal, params.id, body),
  );
  implement(routes.removeAlertRule, ({ params, principal }) =>
    removeRule(context, principal, params.id),
  );
  implement(routes.previewAlertRule, ({ body, scope, principal }) =>
    previewRule(context, scope, principal, body),
  );
}

import * as routes from '#contract/routes/commission';
import type { Endpoints } from '../endpoints';
import { ProblemError } from '../problem';
import { approveStatement, payStatements } from './approval';
import { findComment, settleLine, writeComment } from './comments';
import { exportStatements, STATEMENT_TYPES } from './export';
import { findPayee } from './payee';
import { loadPlans } from './plans';
import { addPlan, addVersion, endPlan, listPlans, removePlan } from './planService';
import { findStatement, listStatements, mayApprove, viewStatement } from './statements';
import { Summaries } from './summaries';
import { tryPlan } from './trial';
import { viewLiability, viewWhatIf } from './whatIf';

export function addCommissionRoutes({ implement, context }: Endpoints): void {
  const summaries = new Summaries(context);
  implement(routes.listCommissionPlans, ({ scope, principal }) =>
    listPlans(context, scope, principal),
  );
  implement(routes.addCommissionPlan, ({ body, scope, principal }) =>
    addPlan(context, scope, principal, body).finally(() => summaries.forget()),
  );
  implement(routes.addCommissionVersion, ({ params, body, scope, principal }) =>
    addVersion(context, scope, principal, params.id, body).finally(() => summaries.forget()),
  );
  implement(routes.endCommissionPlan, ({ params, body, scope, principal }) =>
    endPlan(context, scope, principal, params.id, body).finally(() => summaries.forget()),
  );
  implement(routes.removeCommissionPlan, async ({ params, scope, principal }) => {
    await removePlan(context, scope, principal, params.id);
    summaries.forget();
    return {};
  });
  implement(routes.tryCommissionPlan, ({ body, scope, principal }) =>
    tryPlan(context, scope, principal, body),
  );
  implement(routes.listStatements, ({ query, scope, principal }) =>
    listStatements(context, summaries, scope, principal, query),
  );
  implement(routes.getStatement, ({ query, scope, principal }) =>
    viewStatement(context, scope, principal, query),
  );
  implement(routes.approveStatement, async ({ body, scope, principal }) => {
    await approveStatement(context, scope, principal, body);
    summaries.forget();
    return viewStatement(context, scope, principal, body);
  });
  implement(routes.payStatements, async ({ body, scope, principal }) => {
    await payStatements(context, scope, principal, body);
    summaries.forget();
    return listStatements(context, summaries, scope, principal, body);
  });
  implement(routes.commentStatement, async ({ body, scope, principal }) => {
    const { payee } = await findStatement(context, scope, principal, body);
    await writeComment(context, principal, payee, body);
    return viewStatement(context, scope, principal, body);
  });
  implement(routes.settleComment, async ({ params, scope, principal }) => {
    const comment = await findComment(context, params.id);
    const payee = findPayee(scope, principal, await loadPlans(context.db), comment.payeeId);
    if (!mayApprove(scope, principal, payee)) throw new ProblemError('notFound');
    await settleLine(context, principal, payee, comment);
    return viewStatement(context, scope, principal, {
      payee: comment.payeeId,
      period: comment.periodId,
    });
  });
  implement(routes.getWhatIf, ({ query, scope, principal }) =>
    viewWhatIf(context, scope, principal, query),
  );
  implement(routes.getLiability, ({ query, scope, principal }) =>
    viewLiability(context, summaries, scope, principal, query),
  );
  implement(routes.exportStatements, async ({ query, scope, principal, reply }) => {
    const { name, file } = await exportStatements(context, summaries, scope, principal, query);
    const [type, ending] = STATEMENT_TYPES[query.format];
    return reply
      .header('content-type', type)
      .header('content-disposition', `attachment; filename="${name}.${ending}"`)
      .send(file) as never;
  });
}

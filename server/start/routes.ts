import * as routes from '#contract/routes/start';
import type { Endpoints } from '../endpoints';
import { listFirstSteps } from './firstSteps';
import { viewStart } from './service';
import { listToDo } from './toDo';
import { recordVisit } from './visit';

export function addStartRoutes({ implement, context }: Endpoints): void {
  implement(routes.getStart, async ({ query, scope, principal }) => {
    // Refused before anything is begun that nobody would wait for.
    const unit = scope.findUnit(query.unit);
    const [view, toDo] = await Promise.all([
      viewStart(context, scope, principal, query),
      listToDo(context, scope, principal, unit),
    ]);
    return { ...view, toDo };
  });
  implement(routes.getFirstSteps, ({ principal }) => listFirstSteps(context.db, principal));
  implement(routes.recordVisit, async ({ principal }) => ({
    since: await recordVisit(context.db, principal.userId),
  }));
}

import * as routes from '#contract/routes/measures';
import type { Endpoints } from '../endpoints';
import { seesPlan } from '../plans/index';
import { saveActivities, viewActivities } from './activities';
import { moveTargets } from './moveTargets';
import {
  archiveMeasure,
  changeMeasure,
  createMeasure,
  deleteMeasure,
  findStoredMeasure,
  listMeasures,
  loadMeasureUse,
} from './service';

export function addMeasureRoutes({ implement, context }: Endpoints): void {
  implement(routes.listMeasures, async () => ({ measures: listMeasures(context) }));
  implement(routes.createMeasure, async ({ body, principal }) =>
    createMeasure(context, principal.userId, body),
  );
  implement(routes.changeMeasure, async ({ params, body, principal }) =>
    changeMeasure(context, principal.userId, params.code, body),
  );
  implement(routes.archiveMeasure, async ({ params, body, principal }) =>
    archiveMeasure(context, principal.userId, params.code, body.isArchived),
  );
  implement(routes.deleteMeasure, async ({ params, principal }) => {
    await deleteMeasure(context, principal.userId, params.code);
    return {};
  });
  implement(routes.getMeasureUse, async ({ params, scope, principal }) =>
    loadMeasureUse(context, findStoredMeasure(context, params.code).code, (plan) =>
      seesPlan(scope, principal, plan, context.replica.company!),
    ),
  );
  implement(routes.moveTargets, async ({ params, body, scope, principal }) => ({
    moved: await moveTargets(context, { scope, principal }, params.code, body),
  }));
  implement(routes.getActivities, async ({ query, scope, principal }) =>
    viewActivities(scope, principal, query),
  );
  implement(routes.saveActivities, async ({ body, scope, principal }) =>
    saveActivities(context, { scope, principal }, body),
  );
}

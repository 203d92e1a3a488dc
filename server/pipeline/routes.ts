import * as routes from '#contract/routes/pipeline';
import type { Endpoints } from '../endpoints';
import { viewPipeline } from './service';

export function addPipelineRoutes({ implement, context }: Endpoints): void {
  implement(routes.getPipeline, async ({ query, scope }) =>
    viewPipeline(context, scope.dataset, scope.findUnit(query.unit)),
  );
}

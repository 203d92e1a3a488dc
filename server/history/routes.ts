import * as routes from '#contract/routes/history';
import type { Endpoints } from '../endpoints';
import { viewPastBook } from './book';
import { explainBook } from './changes';

export function addPastRoutes({ implement, context }: Endpoints): void {
  implement(routes.getWhatChanged, async ({ query, scope }) => explainBook(context, scope, query));
  implement(routes.listDealsAsOf, async ({ query, scope }) => viewPastBook(context, scope, query));
}

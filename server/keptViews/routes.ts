import * as routes from '#contract/routes/keptViews';
import type { Endpoints } from '../endpoints';
import { keepView, listKeptViews, pinViews, removeKeptView } from './service';

export function addKeptViewRoutes({ implement, context }: Endpoints): void {
  implement(routes.listKeptViews, ({ principal }) => listKeptViews(context, principal));
  implement(routes.keepView, ({ body, scope, principal }) =>
    keepView(context, scope, principal, body),
  );
  implement(routes.removeKeptView, ({ params, principal }) =>
    removeKeptView(context, principal, params.id),
  );
  implement(routes.pinViews, ({ body, principal }) => pinViews(context, principal, body.views));
}

import * as routes from '#contract/routes/webhooks';
import type { Endpoints } from '../endpoints';
import {
  addWebhook,
  changeWebhook,
  listDeliveries,
  listWebhooks,
  removeWebhook,
  retryDelivery,
  rotateWebhookSecret,
  setWebhookPaused,
  testWebhook,
} from './service';

export function addWebhookRoutes({ implement, context }: Endpoints): void {
  implement(routes.listWebhooks, () => listWebhooks(context));
  implement(routes.addWebhook, ({ body, principal }) =>
    addWebhook(context, principal.userId, body),
  );
  implement(routes.changeWebhook, ({ params, body, principal }) =>
    changeWebhook(context, principal.userId, params.id, body),
  );
  implement(routes.setWebhookState, ({ params, body, principal }) =>
    setWebhookPaused(context, principal.userId, params.id, body.isPaused),
  );
  implement(routes.rotateWebhookSecret, ({ params, principal }) =>
    rotateWebhookSecret(context, principal.userId, params.id),
  );
  implement(routes.testWebhook, ({ params }) => testWebhook(context, params.id));
  implement(routes.removeWebhook, async ({ params, principal }) => {
    await removeWebhook(context, principal.userId, params.id);
    return {};
  });
  implement(routes.listWebhookDeliveries, ({ query }) => listDeliveries(context, query));
  implement(routes.retryWebhookDelivery, ({ params }) => retryDelivery(context, params.id));
}

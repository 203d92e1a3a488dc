import * as routes from '#contract/routes/customFields';
import type { Endpoints } from '../endpoints';
import {
  addCustomField,
  changeCustomField,
  deleteCustomField,
  listCustomFields,
  orderCustomFields,
} from './service';

export function addCustomFieldRoutes({ implement, context }: Endpoints): void {
  implement(routes.listCustomFields, async () => listCustomFields(context));
  implement(routes.addCustomField, async ({ body, principal }) =>
    addCustomField(context, principal.userId, body),
  );
  implement(routes.orderCustomFields, async ({ body, principal }) =>
    orderCustomFields(context, principal.userId, body),
  );
  implement(routes.changeCustomField, async ({ params, body, principal }) =>
    changeCustomField(context, principal.userId, params, body),
  );
  implement(routes.deleteCustomField, async ({ params, principal }) => {
    await deleteCustomField(context, principal.userId, params);
    return {};
  });
}

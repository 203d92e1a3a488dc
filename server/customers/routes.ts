import * as routes from '#contract/routes/customers';
import type { Endpoints } from '../endpoints';
import { setApart, viewCare } from './care';
import { listCustomers, viewCustomer, viewProduct } from './service';

export function addCustomerRoutes({ implement, context }: Endpoints): void {
  implement(routes.listCustomers, async ({ query, scope, principal }) => listCustomers(context, scope, principal, query));
  implement(routes.getCustomer, async ({ params, scope, principal }) => viewCustomer(context, scope, principal, params.id));
  implement(routes.getProduct, async ({ params, scope, principal }) => viewProduct(context, scope, principal, params.id));
  implement(routes.getCare, async ({ query, scope, principal }) => viewCare(context, scope, principal, query.recent ?? false));
  implement(routes.setApart, async ({ body, scope, principal }) => setApart(context, scope, principal, body));
}

import * as routes from '#contract/routes/customers';
import * as dataQualityRoutes from '#contract/routes/dataQuality';
import * as productsRoutes from '#contract/routes/products';
import { findMonth } from '../attainment/index';
import type { Endpoints } from '../endpoints';
import { dismissDuplicates, viewCare } from './dataQuality';
import { changeCustomer, listCustomers, viewCustomer, viewProduct } from './service';

export function addCustomerRoutes({ implement, context }: Endpoints): void {
  implement(routes.listCustomers, async ({ query, scope, principal }) =>
    listCustomers(context, scope, principal, query),
  );
  implement(routes.getCustomer, async ({ params, query, scope, principal }) =>
    viewCustomer(context, scope, principal, params.id, query),
  );
  implement(routes.changeCustomer, async ({ params, body, scope, principal }) =>
    changeCustomer(context, scope, principal, { id: params.id, change: body }),
  );
  implement(productsRoutes.getProduct, async ({ params, query, scope, principal }) =>
    viewProduct(context, scope, principal, params.id, query),
  );
  implement(dataQualityRoutes.getDataQuality, async ({ query, scope, principal }) =>
    viewCare(context, scope, principal, {
      isRecent: query.recent ?? false,
      month: query.period === undefined ? null : findMonth(scope.dataset, query.period),
    }),
  );
  implement(dataQualityRoutes.dismissDuplicates, async ({ body, scope, principal }) =>
    dismissDuplicates(context, scope, principal, body),
  );
}

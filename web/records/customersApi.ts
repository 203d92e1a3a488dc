import * as routes from '#contract/routes/customers';
import * as dataQualityRoutes from '#contract/routes/dataQuality';
import * as productsRoutes from '#contract/routes/products';
import type { BodyOf, ResponseOf } from '#contract/routes/route';
import { api } from '../app/api';

export const { useGetCustomerQuery, useGetProductQuery, useDismissDuplicatesMutation } =
  api.injectEndpoints({
    endpoints: (build) => ({
      getCustomer: build.query<ResponseOf<typeof routes.getCustomer>, number>({
        query: (id) => ({ route: routes.getCustomer, params: { id } }),
        providesTags: ['Deals', 'Lists'],
      }),
      getProduct: build.query<ResponseOf<typeof productsRoutes.getProduct>, number>({
        query: (id) => ({ route: productsRoutes.getProduct, params: { id } }),
        providesTags: ['Deals', 'Lists'],
      }),
      dismissDuplicates: build.mutation<object, BodyOf<typeof dataQualityRoutes.dismissDuplicates>>(
        {
          query: (body) => ({ route: dataQualityRoutes.dismissDuplicates, body }),
          invalidatesTags: ['Care', 'Lists'],
        },
      ),
    }),
  });

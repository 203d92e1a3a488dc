import * as routes from '#contract/routes/customers';
import * as dataQualityRoutes from '#contract/routes/dataQuality';
import * as productsRoutes from '#contract/routes/products';
import type { BodyOf, QueryOf, ResponseOf } from '#contract/routes/route';
import { api } from '../app/api';

type Asked = { id: number } & QueryOf<typeof routes.getCustomer>;

export const {
  useGetCustomerQuery,
  useGetProductQuery,
  useChangeCustomerMutation,
  useDismissDuplicatesMutation,
} = api.injectEndpoints({
  endpoints: (build) => ({
    getCustomer: build.query<ResponseOf<typeof routes.getCustomer>, Asked>({
      query: ({ id, ...query }) => ({ route: routes.getCustomer, params: { id }, query }),
      providesTags: ['Deals', 'Lists'],
    }),
    getProduct: build.query<ResponseOf<typeof productsRoutes.getProduct>, Asked>({
      query: ({ id, ...query }) => ({ route: productsRoutes.getProduct, params: { id }, query }),
      providesTags: ['Deals', 'Lists'],
    }),
    changeCustomer: build.mutation<
      ResponseOf<typeof routes.changeCustomer>,
      { id: number; change: BodyOf<typeof routes.changeCustomer> }
    >({
      query: ({ id, change }) => ({ route: routes.changeCustomer, params: { id }, body: change }),
      invalidatesTags: ['Lists', 'Deals'],
    }),
    dismissDuplicates: build.mutation<object, BodyOf<typeof dataQualityRoutes.dismissDuplicates>>({
      query: (body) => ({ route: dataQualityRoutes.dismissDuplicates, body }),
      invalidatesTags: ['Care', 'Lists'],
    }),
  }),
});

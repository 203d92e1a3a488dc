import * as routes from '#contract/routes/customers';
import type { ResponseOf, BodyOf } from '#contract/routes/route';
import { api } from '../app/api';

export const { useGetCustomerQuery, useGetProductQuery, useDismissDuplicatesMutation } = api.injectEndpoints({
  endpoints: (build) => ({
    getCustomer: build.query<ResponseOf<typeof routes.getCustomer>, number>({ query: (id) => ({ route: routes.getCustomer, params: { id } }), providesTags: ['Deals', 'Lists'] }),
    getProduct: build.query<ResponseOf<typeof routes.getProduct>, number>({ query: (id) => ({ route: routes.getProduct, params: { id } }), providesTags: ['Deals', 'Lists'] }),
    dismissDuplicates: build.mutation<object, BodyOf<typeof routes.dismissDuplicates>>({ query: (body) => ({ route: routes.dismissDuplicates, body }), invalidatesTags: ['Care', 'Lists'] }),
  }),
});

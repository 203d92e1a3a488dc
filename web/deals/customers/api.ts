import * as routes from '#contract/routes/customers';
import type { AnswerOf, BodyOf } from '#contract/routes/route';
import { api } from '../../app/api';

export const { useGetCustomerQuery, useGetProductQuery, useSetApartMutation } = api.injectEndpoints({
  endpoints: (build) => ({
    getCustomer: build.query<AnswerOf<typeof routes.getCustomer>, number>({ query: (id) => ({ route: routes.getCustomer, params: { id } }), providesTags: ['Deals', 'Lists'] }),
    getProduct: build.query<AnswerOf<typeof routes.getProduct>, number>({ query: (id) => ({ route: routes.getProduct, params: { id } }), providesTags: ['Deals', 'Lists'] }),
    setApart: build.mutation<object, BodyOf<typeof routes.setApart>>({ query: (body) => ({ route: routes.setApart, body }), invalidatesTags: ['Care', 'Lists'] }),
  }),
});

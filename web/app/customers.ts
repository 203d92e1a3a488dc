import { listCustomers } from '#contract/routes/customers';
import type { QueryOf, ResponseOf } from '#contract/routes/route';
import { api } from './api';

/** Customers of the deals one may see, the largest first. */
export const { useListCustomersQuery } = api.injectEndpoints({
  endpoints: (build) => ({
    listCustomers: build.query<ResponseOf<typeof listCustomers>, QueryOf<typeof listCustomers>>({
      query: (query) => ({ route: listCustomers, query }),
      providesTags: ['Deals'],
    }),
  }),
});

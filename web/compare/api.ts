import type { QueryOf, ResponseOf } from '#contract/routes/route';
import * as routes from '#contract/routes/slices';
import { api } from '../app/api';

export const { useGetComparisonQuery } = api.injectEndpoints({
  endpoints: (build) => ({
    getComparison: build.query<
      ResponseOf<typeof routes.getComparison>,
      QueryOf<typeof routes.getComparison>
    >({
      query: (query) => ({ route: routes.getComparison, query }),
      providesTags: ['Figures', 'Deals'],
    }),
  }),
});

import type { QueryOf, ResponseOf } from '#contract/routes/route';
import * as routes from '#contract/routes/slices';
import { api } from '../app/api';

export const { useGetComparisonQuery, useGetMeasuresByMonthQuery } = api.injectEndpoints({
  endpoints: (build) => ({
    getComparison: build.query<
      ResponseOf<typeof routes.getComparison>,
      QueryOf<typeof routes.getComparison>
    >({
      query: (query) => ({ route: routes.getComparison, query }),
      providesTags: ['Figures', 'Deals'],
    }),
    getMeasuresByMonth: build.query<
      ResponseOf<typeof routes.getMeasuresByMonth>,
      QueryOf<typeof routes.getMeasuresByMonth>
    >({
      query: (query) => ({ route: routes.getMeasuresByMonth, query }),
      providesTags: ['Figures', 'Deals'],
    }),
  }),
});

import type { QueryOf, ResponseOf } from '#contract/routes/route';
import { getSliceAttainment } from '#contract/routes/slices';
import { api } from '../../app/api';

export const { useGetSliceAttainmentQuery } = api.injectEndpoints({
  endpoints: (build) => ({
    getSliceAttainment: build.query<
      ResponseOf<typeof getSliceAttainment>,
      QueryOf<typeof getSliceAttainment>
    >({
      query: (query) => ({ route: getSliceAttainment, query }),
      providesTags: ['Figures', 'Measures'],
    }),
  }),
});

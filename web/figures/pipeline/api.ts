import * as routes from '#contract/routes/pipeline';
import type { QueryOf, ResponseOf } from '#contract/routes/route';
import { api } from '../../app/api';

export const { useGetPipelineQuery } = api.injectEndpoints({
  endpoints: (build) => ({
    getPipeline: build.query<
      ResponseOf<typeof routes.getPipeline>,
      QueryOf<typeof routes.getPipeline>
    >({
      query: (query) => ({ route: routes.getPipeline, query }),
      providesTags: ['Figures', 'Deals'],
    }),
  }),
});

import type { QueryOf } from '#contract/routes/route';
import * as routes from '#contract/routes/start';
import type { StartView, Visit } from '#contract/schemas/start';
import { api } from '../app/api';

export const { useGetStartQuery, useRecordVisitMutation } = api.injectEndpoints({
  endpoints: (build) => ({
    getStart: build.query<StartView, QueryOf<typeof routes.getStart>>({
      query: (query) => ({ route: routes.getStart, query }),
      providesTags: ['Figures', 'Deals', 'Targets', 'Plans'],
    }),
    recordVisit: build.mutation<Visit, void>({
      query: () => ({ route: routes.recordVisit, body: {} }),
    }),
  }),
});

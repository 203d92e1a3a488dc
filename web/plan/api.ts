import type { AnswerOf, QueryOf } from '#contract/routes/route';
import * as routes from '#contract/routes/targets';
import type { TargetChanges, TargetsSaved } from '#contract/schemas/target';
import { api } from '../app/api';

const planApi = api.injectEndpoints({
  endpoints: (build) => ({
    getTargets: build.query<AnswerOf<typeof routes.getTargets>, QueryOf<typeof routes.getTargets>>({
      query: (query) => ({ route: routes.getTargets, query }), providesTags: ['Targets', 'Figures'],
    }),
    getTargetHistory: build.query<AnswerOf<typeof routes.getTargetHistory>, QueryOf<typeof routes.getTargetHistory>>({
      query: (query) => ({ route: routes.getTargetHistory, query }), providesTags: ['Targets'],
    }),
    saveTargets: build.mutation<TargetsSaved, TargetChanges>({ query: (body) => ({ route: routes.saveTargets, body }), invalidatesTags: (result) => (result ? ['Targets', 'Figures'] : []) }),
  }),
});

export const { useGetTargetsQuery, useGetTargetHistoryQuery, useSaveTargetsMutation } = planApi;

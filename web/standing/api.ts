import type { AnswerOf, QueryOf } from '#contract/routes/route';
import { getStanding } from '#contract/routes/standings';
import { api } from '../app/api';

const standingApi = api.injectEndpoints({
  endpoints: (build) => ({
    getStanding: build.query<AnswerOf<typeof getStanding>, QueryOf<typeof getStanding>>({
      query: (query) => ({ route: getStanding, query }), providesTags: ['Figures'],
    }),
  }),
});

export const { useGetStandingQuery } = standingApi;

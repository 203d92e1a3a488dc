import type { AnswerOf, QueryOf } from '#contract/routes/route';
import { listCorrections } from '#contract/routes/deals';
import { getStanding } from '#contract/routes/standings';
import { api } from '../app/api';

const standingApi = api.injectEndpoints({
  endpoints: (build) => ({
    getStanding: build.query<AnswerOf<typeof getStanding>, QueryOf<typeof getStanding>>({
      query: (query) => ({ route: getStanding, query }), providesTags: ['Figures'],
    }),
    listCorrections: build.query<AnswerOf<typeof listCorrections>, QueryOf<typeof listCorrections>>({ query: (query) => ({ route: listCorrections, query }), providesTags: ['Figures'] }),
  }),
});

export const { useGetStandingQuery, useListCorrectionsQuery } = standingApi;

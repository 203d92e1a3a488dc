import type { AnswerOf, QueryOf } from '#contract/routes/route';
import { listCorrections } from '#contract/routes/deals';
import { getPairs, getScorecard } from '#contract/routes/standings';
import { api } from '../app/api';

export const { useListCorrectionsQuery, useGetScorecardQuery, useGetPairsQuery, usePrefetch: usePrefetchSheets } = api.injectEndpoints({
  endpoints: (build) => ({
    listCorrections: build.query<AnswerOf<typeof listCorrections>, QueryOf<typeof listCorrections>>({ query: (query) => ({ route: listCorrections, query }), providesTags: ['Figures'] }),
    getScorecard: build.query<AnswerOf<typeof getScorecard>, QueryOf<typeof getScorecard>>({ query: (query) => ({ route: getScorecard, query }), providesTags: ['Figures', 'Measures'] }),
    getPairs: build.query<AnswerOf<typeof getPairs>, QueryOf<typeof getPairs>>({ query: (query) => ({ route: getPairs, query }), providesTags: ['Figures', 'Measures'] }),
  }),
});

import * as standings from '#contract/routes/standings';
import type { AnswerOf, QueryOf } from '#contract/routes/route';
import { api } from './api';

/** Figures that several views ask for. */
export const { useGetStandingQuery, useGetSeriesQuery, useGetBreadthQuery, useGetBehindQuery, useTakeApartQuery, useGetLadderQuery, usePrefetch: usePrefetchStandings } = api.injectEndpoints({
  endpoints: (build) => ({
    getStanding: build.query<AnswerOf<typeof standings.getStanding>, QueryOf<typeof standings.getStanding>>({ query: (query) => ({ route: standings.getStanding, query }), providesTags: ['Figures'] }),
    getSeries: build.query<AnswerOf<typeof standings.getSeries>, QueryOf<typeof standings.getSeries>>({ query: (query) => ({ route: standings.getSeries, query }), providesTags: ['Figures', 'Measures'] }),
    getBreadth: build.query<AnswerOf<typeof standings.getBreadth>, QueryOf<typeof standings.getBreadth>>({ query: (query) => ({ route: standings.getBreadth, query }), providesTags: ['Figures'] }),
    takeApart: build.query<AnswerOf<typeof standings.takeApart>, QueryOf<typeof standings.takeApart>>({ query: (query) => ({ route: standings.takeApart, query }), providesTags: ['Deals', 'Figures'] }),
    getLadder: build.query<AnswerOf<typeof standings.getLadder>, QueryOf<typeof standings.getLadder>>({ query: (query) => ({ route: standings.getLadder, query }), providesTags: ['Figures', 'Measures', 'Company'] }),
    getBehind: build.query<AnswerOf<typeof standings.getBehind>, QueryOf<typeof standings.getBehind>>({ query: (query) => ({ route: standings.getBehind, query }), providesTags: ['Deals', 'Figures'] }),
  }),
});

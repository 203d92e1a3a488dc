import * as standings from '#contract/routes/attainment';
import type { QueryOf, ResponseOf } from '#contract/routes/route';
import { api } from '../app/api';

/** Figures that several views ask for. */
export const {
  useGetStandingQuery,
  useGetSeriesQuery,
  useGetSalesMixQuery,
  useGetContributionsQuery,
  useListContributingDealsQuery,
  useGetBreakdownQuery,
  useGetLadderQuery,
  usePrefetch: usePrefetchStandings,
} = api.injectEndpoints({
  endpoints: (build) => ({
    getStanding: build.query<
      ResponseOf<typeof standings.getStanding>,
      QueryOf<typeof standings.getStanding>
    >({ query: (query) => ({ route: standings.getStanding, query }), providesTags: ['Figures'] }),
    getSeries: build.query<
      ResponseOf<typeof standings.getSeries>,
      QueryOf<typeof standings.getSeries>
    >({
      query: (query) => ({ route: standings.getSeries, query }),
      providesTags: ['Figures', 'Measures'],
    }),
    getSalesMix: build.query<
      ResponseOf<typeof standings.getSalesMix>,
      QueryOf<typeof standings.getSalesMix>
    >({ query: (query) => ({ route: standings.getSalesMix, query }), providesTags: ['Figures'] }),
    getBreakdown: build.query<
      ResponseOf<typeof standings.getBreakdown>,
      QueryOf<typeof standings.getBreakdown>
    >({
      query: (query) => ({ route: standings.getBreakdown, query }),
      providesTags: ['Deals', 'Figures'],
    }),
    getLadder: build.query<
      ResponseOf<typeof standings.getLadder>,
      QueryOf<typeof standings.getLadder>
    >({
      query: (query) => ({ route: standings.getLadder, query }),
      providesTags: ['Figures', 'Measures', 'Company'],
    }),
    getContributions: build.query<
      ResponseOf<typeof standings.getContributions>,
      QueryOf<typeof standings.getContributions>
    >({
      query: (query) => ({ route: standings.getContributions, query }),
      providesTags: ['Deals', 'Figures'],
    }),
    listContributingDeals: build.query<
      ResponseOf<typeof standings.listContributingDeals>,
      QueryOf<typeof standings.listContributingDeals>
    >({
      query: (query) => ({ route: standings.listContributingDeals, query }),
      providesTags: ['Deals', 'Figures'],
    }),
  }),
});

import * as deals from '#contract/routes/deals';
import type { QueryOf, ResponseOf } from '#contract/routes/route';
import * as slices from '#contract/routes/slices';
import * as targets from '#contract/routes/targets';
import { api } from '../app/api';

export const { useGetCrossTableQuery, useListNewestDealsQuery, useListPublishedChangesQuery } =
  api.injectEndpoints({
    endpoints: (build) => ({
      getCrossTable: build.query<
        ResponseOf<typeof slices.getCrossTable>,
        QueryOf<typeof slices.getCrossTable>
      >({
        query: (query) => ({ route: slices.getCrossTable, query }),
        providesTags: ['Figures', 'Deals'],
      }),
      listNewestDeals: build.query<
        ResponseOf<typeof deals.listDeals>,
        QueryOf<typeof deals.listDeals>
      >({
        query: (query) => ({
          route: deals.listDeals,
          query: { ...query, sort: 'day', order: 'desc' },
        }),
        providesTags: ['Deals'],
      }),
      listPublishedChanges: build.query<
        ResponseOf<typeof targets.listPublishedChanges>,
        QueryOf<typeof targets.listPublishedChanges>
      >({
        query: (query) => ({ route: targets.listPublishedChanges, query }),
        providesTags: ['Targets', 'Plans'],
      }),
    }),
  });

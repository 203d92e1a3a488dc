import * as routes from '#contract/routes/history';
import type { QueryOf, ResponseOf } from '#contract/routes/route';
import { api } from '../app/api';

export const { useGetWhatChangedQuery, useListDealsAsOfQuery } = api.injectEndpoints({
  endpoints: (build) => ({
    getWhatChanged: build.query<
      ResponseOf<typeof routes.getWhatChanged>,
      QueryOf<typeof routes.getWhatChanged>
    >({
      query: (query) => ({ route: routes.getWhatChanged, query }),
      providesTags: ['Deals', 'Figures'],
    }),
    listDealsAsOf: build.query<
      ResponseOf<typeof routes.listDealsAsOf>,
      QueryOf<typeof routes.listDealsAsOf>
    >({ query: (query) => ({ route: routes.listDealsAsOf, query }) }),
  }),
});

import { getLookups } from '#contract/routes/lists';
import type { Lookups } from '#contract/schemas/list';
import { api } from '../api';

/** Names to choose from, wherever one is chosen. */
export const { useGetLookupsQuery: usePickListsQuery } = api.injectEndpoints({
  endpoints: (build) => ({
    getLookups: build.query<Lookups, void>({
      query: () => ({ route: getLookups }),
      providesTags: ['Lists'],
    }),
  }),
});

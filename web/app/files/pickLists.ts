import { getPickLists } from '#contract/routes/lists';
import type { PickLists } from '#contract/schemas/list';
import { api } from '../api';

/** Names to choose from, wherever one is chosen. */
export const { useGetPickListsQuery: usePickListsQuery } = api.injectEndpoints({
  endpoints: (build) => ({ getPickLists: build.query<PickLists, void>({ query: () => ({ route: getPickLists }), providesTags: ['Lists'] }) }),
});

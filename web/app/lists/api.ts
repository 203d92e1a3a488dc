import * as routes from '#contract/routes/lists';
import type { ResponseOf } from '#contract/routes/route';
import type { ListEntryInput, ListName, MergeInput } from '#contract/schemas/list';
import { api, type Request } from '../api';

const CHANGED = ['Lists', 'Deals', 'Figures', 'Care'] as const;

export const {
  useGetListQuery,
  useSaveListEntryMutation,
  useMergeNamesMutation,
  useListMergesQuery,
  useUndoMergeMutation,
} = api.injectEndpoints({
  endpoints: (build) => ({
    getList: build.query<ResponseOf<typeof routes.getList>, ListName>({
      query: (list) => ({ route: routes.getList, params: { list } }),
      providesTags: ['Lists'],
    }),
    saveListEntry: build.mutation<
      ResponseOf<typeof routes.addListEntry>,
      { list: ListName; id: number | null; entry: ListEntryInput }
    >({
      query: ({ list, id, entry }): Request =>
        id === null
          ? { route: routes.addListEntry, params: { list }, body: entry }
          : { route: routes.changeListEntry, params: { list, id }, body: entry },
      invalidatesTags: (result) => (result ? CHANGED : []),
    }),
    mergeNames: build.mutation<
      ResponseOf<typeof routes.mergeNames>,
      MergeInput & { list: ListName }
    >({
      query: ({ list, ...body }) => ({ route: routes.mergeNames, params: { list }, body }),
      invalidatesTags: (result) => (result?.merge ? CHANGED : []),
    }),
    listMerges: build.query<ResponseOf<typeof routes.listMerges>, void>({
      query: () => ({ route: routes.listMerges }),
      providesTags: ['Lists'],
    }),
    undoMerge: build.mutation<ResponseOf<typeof routes.undoMerge>, number>({
      query: (id) => ({ route: routes.undoMerge, params: { id } }),
      invalidatesTags: (result) => (result ? CHANGED : []),
    }),
  }),
});

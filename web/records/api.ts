import * as routes from '#contract/routes/deals';
import * as imports from '#contract/routes/imports';
import type { BodyOf, QueryOf, ResponseOf } from '#contract/routes/route';
import type { DealInput, DealPage, DealQuery, DealUpdate, SavedDeal } from '#contract/schemas/deal';
import { api } from '../app/api';

const CHANGED = ['Deals', 'Figures', 'Lists', 'Care'] as const;

export const dealsApi = api.injectEndpoints({
  endpoints: (build) => ({
    listDeals: build.infiniteQuery<DealPage, DealQuery, string | undefined>({
      infiniteQueryOptions: {
        initialPageParam: undefined,
        getNextPageParam: (page) => page.nextCursor ?? undefined,
      },
      query: ({ queryArg, pageParam }) => ({
        route: routes.listDeals,
        query: pageParam ? { ...queryArg, cursor: pageParam } : queryArg,
      }),
      providesTags: ['Deals'],
    }),
    getDeal: build.query<ResponseOf<typeof routes.getDeal>, number>({
      query: (id) => ({ route: routes.getDeal, params: { id } }),
      providesTags: ['Deals'],
    }),
    getDealHistory: build.query<ResponseOf<typeof routes.getDealHistory>, number>({
      query: (id) => ({ route: routes.getDealHistory, params: { id } }),
      providesTags: ['Deals'],
    }),
    getDealContributions: build.query<ResponseOf<typeof routes.getDealContributions>, number>({
      query: (id) => ({ route: routes.getDealContributions, params: { id } }),
      providesTags: ['Deals', 'Figures'],
    }),
    getDealRefunds: build.query<ResponseOf<typeof routes.getDealRefunds>, number>({
      query: (id) => ({ route: routes.getDealRefunds, params: { id } }),
      providesTags: ['Deals'],
    }),
    groupDeals: build.query<
      ResponseOf<typeof routes.groupDeals>,
      QueryOf<typeof routes.groupDeals>
    >({ query: (query) => ({ route: routes.groupDeals, query }), providesTags: ['Deals'] }),
    changeDeals: build.mutation<
      ResponseOf<typeof routes.bulkChangeDeals>,
      BodyOf<typeof routes.bulkChangeDeals>
    >({
      query: (body) => ({ route: routes.bulkChangeDeals, body }),
      invalidatesTags: (result) => (result?.run ? CHANGED : []),
    }),
    listDealViews: build.query<ResponseOf<typeof routes.listDealViews>, void>({
      query: () => ({ route: routes.listDealViews }),
      providesTags: ['Views'],
    }),
    saveDealView: build.mutation<
      ResponseOf<typeof routes.saveDealView>,
      BodyOf<typeof routes.saveDealView>
    >({ query: (body) => ({ route: routes.saveDealView, body }), invalidatesTags: ['Views'] }),
    removeDealView: build.mutation<object, number>({
      query: (id) => ({ route: routes.removeDealView, params: { id } }),
      invalidatesTags: ['Views'],
    }),
    listImports: build.query<ResponseOf<typeof imports.listImports>, void>({
      query: () => ({ route: imports.listImports }),
      providesTags: ['Deals'],
    }),
    undoImport: build.mutation<
      ResponseOf<typeof imports.undoImport>,
      { id: number; reason: string }
    >({
      query: ({ id, ...body }) => ({ route: imports.undoImport, params: { id }, body }),
      invalidatesTags: (result) => (result ? CHANGED : []),
    }),
    bookDeal: build.mutation<SavedDeal, { deal: DealInput; key: string }>({
      query: ({ deal, key }) => ({
        route: routes.bookDeal,
        body: deal,
        headers: { 'idempotency-key': key },
      }),
      invalidatesTags: (result) => (result ? CHANGED : []),
    }),
    updateDeal: build.mutation<SavedDeal, DealUpdate & { id: number }>({
      query: ({ id, ...body }) => ({ route: routes.updateDeal, params: { id }, body }),
      invalidatesTags: (result) => (result ? CHANGED : []),
    }),
    voidDeal: build.mutation<SavedDeal, { id: number; version: number; reason: string }>({
      query: ({ id, ...body }) => ({ route: routes.voidDeal, params: { id }, body }),
      invalidatesTags: (result) => (result ? CHANGED : []),
    }),
    restoreDeal: build.mutation<SavedDeal, { id: number; version: number; reason?: string }>({
      query: ({ id, ...body }) => ({ route: routes.restoreDeal, params: { id }, body }),
      invalidatesTags: (result) => (result ? CHANGED : []),
    }),
  }),
});

export const {
  useListDealsInfiniteQuery,
  useGetDealQuery,
  useGetDealHistoryQuery,
  useGetDealContributionsQuery,
  useGetDealRefundsQuery,
  useGroupDealsQuery,
  useChangeDealsMutation,
  useListDealViewsQuery,
  useSaveDealViewMutation,
  useRemoveDealViewMutation,
  useListImportsQuery,
  useUndoImportMutation,
  useBookDealMutation,
  useUpdateDealMutation,
  useVoidDealMutation,
  useRestoreDealMutation,
} = dealsApi;

import * as routes from '#contract/routes/keptViews';
import type { BodyOf, ResponseOf } from '#contract/routes/route';
import { api } from '../../app/api';

export const {
  useListKeptViewsQuery,
  useKeepViewMutation,
  useRemoveKeptViewMutation,
  usePinViewsMutation,
} = api.injectEndpoints({
  endpoints: (build) => ({
    listKeptViews: build.query<ResponseOf<typeof routes.listKeptViews>, void>({
      query: () => ({ route: routes.listKeptViews }),
      providesTags: ['KeptViews'],
    }),
    keepView: build.mutation<ResponseOf<typeof routes.keepView>, BodyOf<typeof routes.keepView>>({
      query: (body) => ({ route: routes.keepView, body }),
      invalidatesTags: (result) => (result ? ['KeptViews'] : []),
    }),
    removeKeptView: build.mutation<object, number>({
      query: (id) => ({ route: routes.removeKeptView, params: { id } }),
      invalidatesTags: ['KeptViews'],
    }),
    pinViews: build.mutation<ResponseOf<typeof routes.pinViews>, number[]>({
      query: (views) => ({ route: routes.pinViews, body: { views } }),
      invalidatesTags: (result) => (result ? ['KeptViews'] : []),
    }),
  }),
});

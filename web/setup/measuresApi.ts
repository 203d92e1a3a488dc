import * as measures from '#contract/routes/measures';
import type { BodyOf, ResponseOf } from '#contract/routes/route';
import { api } from '../app/api';

type Saved = ResponseOf<typeof measures.changeMeasure>;

export const {
  useCreateMeasureMutation,
  useChangeMeasureMutation,
  useArchiveMeasureMutation,
  useDeleteMeasureMutation,
  useGetMeasureUseQuery,
  useMoveTargetsMutation,
} = api.injectEndpoints({
  endpoints: (build) => ({
    createMeasure: build.mutation<Saved, BodyOf<typeof measures.createMeasure>>({
      query: (body) => ({ route: measures.createMeasure, body }),
      invalidatesTags: (result) => (result ? ['Measures'] : []),
    }),
    changeMeasure: build.mutation<
      Saved,
      { code: string; body: BodyOf<typeof measures.changeMeasure> }
    >({
      query: ({ code, body }) => ({ route: measures.changeMeasure, params: { code }, body }),
      invalidatesTags: (result, _error, { body }) =>
        result && !body.preview ? ['Measures', 'Figures'] : [],
    }),
    archiveMeasure: build.mutation<Saved, { code: string; isArchived: boolean }>({
      query: ({ code, ...body }) => ({ route: measures.archiveMeasure, params: { code }, body }),
      invalidatesTags: (result) => (result ? ['Measures'] : []),
    }),
    deleteMeasure: build.mutation<object, string>({
      query: (code) => ({ route: measures.deleteMeasure, params: { code } }),
      invalidatesTags: (result) => (result ? ['Measures', 'Activities'] : []),
    }),
    getMeasureUse: build.query<ResponseOf<typeof measures.getMeasureUse>, string>({
      query: (code) => ({ route: measures.getMeasureUse, params: { code } }),
      providesTags: ['Measures', 'Plans', 'Targets', 'Activities'],
    }),
    moveTargets: build.mutation<
      ResponseOf<typeof measures.moveTargets>,
      { code: string; plan: number; reason: string }
    >({
      query: ({ code, ...body }) => ({ route: measures.moveTargets, params: { code }, body }),
      invalidatesTags: (result) => (result ? ['Measures', 'Targets', 'Sheet', 'Figures'] : []),
    }),
  }),
});

import * as routes from '#contract/routes/notes';
import type { BodyOf, QueryOf, ResponseOf } from '#contract/routes/route';
import { api } from '../../app/api';

export const {
  useListNotesQuery,
  useWriteNoteMutation,
  useReplyToNoteMutation,
  useResolveNoteMutation,
} = api.injectEndpoints({
  endpoints: (build) => ({
    listNotes: build.query<ResponseOf<typeof routes.listNotes>, QueryOf<typeof routes.listNotes>>({
      query: (query) => ({ route: routes.listNotes, query }),
      providesTags: ['Notes'],
    }),
    writeNote: build.mutation<ResponseOf<typeof routes.writeNote>, BodyOf<typeof routes.writeNote>>(
      {
        query: (body) => ({ route: routes.writeNote, body }),
        invalidatesTags: (result) => (result ? ['Notes'] : []),
      },
    ),
    replyToNote: build.mutation<
      ResponseOf<typeof routes.replyToNote>,
      { id: number; text: string }
    >({
      query: ({ id, ...body }) => ({ route: routes.replyToNote, params: { id }, body }),
      invalidatesTags: (result) => (result ? ['Notes'] : []),
    }),
    resolveNote: build.mutation<
      ResponseOf<typeof routes.resolveNote>,
      { id: number; resolved: boolean }
    >({
      query: ({ id, ...body }) => ({ route: routes.resolveNote, params: { id }, body }),
      invalidatesTags: (result) => (result ? ['Notes'] : []),
    }),
  }),
});

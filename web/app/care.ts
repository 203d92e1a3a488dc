import { getCare } from '#contract/routes/customers';
import type { AnswerOf } from '#contract/routes/route';
import { api } from './api';

/** What needs care; counted in the frame until it is cleared. */
export const { useGetCareQuery } = api.injectEndpoints({
  endpoints: (build) => ({ getCare: build.query<AnswerOf<typeof getCare>, void>({ query: () => ({ route: getCare }), providesTags: ['Care'] }) }),
});

/** Not with every deal that is booked anywhere: it is a chore, not a figure. */
export const LOOK_AGAIN_MS = 120_000;

import { getCare } from '#contract/routes/customers';
import type { AnswerOf } from '#contract/routes/route';
import { api } from './api';

type Care = AnswerOf<typeof getCare>;

const careApi = api.injectEndpoints({
  endpoints: (build) => ({
    getCare: build.query<Care, void>({ query: () => ({ route: getCare }), providesTags: ['Care'] }),
    getCareCount: build.query<Care, void>({ query: () => ({ route: getCare, query: { recent: true } }), providesTags: ['CareCount'] }),
  }),
});

/** What needs care, reckoned now. */
export const { useGetCareQuery } = careApi;

/** Not with every deal that is booked anywhere: it is a chore, not a figure. */
const LOOK_AGAIN_MS = 120_000;

/** How many things need care: counted in the frame until they are cleared. */
export function useCareCount(): number {
  const { data } = careApi.useGetCareCountQuery(undefined, { pollingInterval: LOOK_AGAIN_MS });
  return data?.total ?? 0;
}

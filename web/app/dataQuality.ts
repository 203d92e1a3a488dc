import { getDataQuality } from '#contract/routes/dataQuality';
import type { ResponseOf } from '#contract/routes/route';
import { api } from './api';

type Care = ResponseOf<typeof getDataQuality>;

const careApi = api.injectEndpoints({
  endpoints: (build) => ({
    getDataQuality: build.query<Care, string | undefined>({
      query: (period) => ({ route: getDataQuality, query: period === undefined ? {} : { period } }),
      providesTags: ['Care'],
    }),
    getCareCount: build.query<Care, void>({
      query: () => ({ route: getDataQuality, query: { recent: true } }),
      providesTags: ['CareCount'],
    }),
  }),
});

/** What is to fix, computed now. */
export const { useGetDataQualityQuery } = careApi;

/** Not with every deal that is booked anywhere: it is a chore, not a figure. */
const LOOK_AGAIN_MS = 120_000;

/** How many things to fix: counted in the frame until they are cleared. */
export function useCareCount(): number {
  const { data } = careApi.useGetCareCountQuery(undefined, { pollingInterval: LOOK_AGAIN_MS });
  return data?.total ?? 0;
}

import * as periods from '#contract/routes/periods';
import type { BodyOf, ResponseOf } from '#contract/routes/route';
import { api } from '../app/api';

export const { useCloseMonthsMutation } = api.injectEndpoints({
  endpoints: (build) => ({
    closeMonths: build.mutation<
      ResponseOf<typeof periods.closeMonths>,
      BodyOf<typeof periods.closeMonths>
    >({
      query: (body) => ({ route: periods.closeMonths, body }),
      invalidatesTags: ['Plans', 'Sheet', 'Figures'],
    }),
  }),
});

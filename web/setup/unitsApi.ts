import * as company from '#contract/routes/company';
import type { AnswerOf, BodyOf } from '#contract/routes/route';
import { api } from '../app/api';

export const { useListUnitsQuery, useMoveUnitMutation, useLeaveUnitMutation } = api.injectEndpoints({
  endpoints: (build) => ({
    listUnits: build.query<AnswerOf<typeof company.listUnits>, void>({ query: () => ({ route: company.listUnits }), providesTags: ['Lists'] }),
    moveUnit: build.mutation<AnswerOf<typeof company.moveUnit>, { code: string; body: BodyOf<typeof company.moveUnit> }>({
      query: ({ code, body }) => ({ route: company.moveUnit, params: { code }, body }), invalidatesTags: (result) => (result?.written ? ['Lists', 'Figures', 'Targets', 'Sheet'] : []),
    }),
    leaveUnit: build.mutation<AnswerOf<typeof company.leaveUnit>, { code: string; body: BodyOf<typeof company.leaveUnit> }>({
      query: ({ code, body }) => ({ route: company.leaveUnit, params: { code }, body }), invalidatesTags: (result) => (result?.written ? ['Lists', 'Figures', 'Targets', 'Sheet'] : []),
    }),
  }),
});

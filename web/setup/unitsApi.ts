import * as company from '#contract/routes/company';
import type { ResponseOf, BodyOf } from '#contract/routes/route';
import { api } from '../app/api';

export const { useListUnitsQuery, useChangeRampMutation, useMoveUnitMutation, useLeaveUnitMutation } = api.injectEndpoints({
  endpoints: (build) => ({
    listUnits: build.query<ResponseOf<typeof company.listUnits>, void>({ query: () => ({ route: company.listUnits }), providesTags: ['Lists'] }),
    moveUnit: build.mutation<ResponseOf<typeof company.moveUnit>, { code: string; body: BodyOf<typeof company.moveUnit> }>({
      query: ({ code, body }) => ({ route: company.moveUnit, params: { code }, body }), invalidatesTags: (result) => (result?.written ? ['Lists', 'Figures', 'Targets', 'Sheet'] : []),
    }),
    changeRamp: build.mutation<ResponseOf<typeof company.changeRamp>, { code: string } & BodyOf<typeof company.changeRamp>>({
      query: ({ code, ...body }) => ({ route: company.changeRamp, params: { code }, body }), invalidatesTags: (result) => (result ? ['Lists', 'Figures', 'Sheet'] : []),
    }),
    leaveUnit: build.mutation<ResponseOf<typeof company.leaveUnit>, { code: string; body: BodyOf<typeof company.leaveUnit> }>({
      query: ({ code, body }) => ({ route: company.leaveUnit, params: { code }, body }), invalidatesTags: (result) => (result?.written ? ['Lists', 'Figures', 'Targets', 'Sheet'] : []),
    }),
  }),
});

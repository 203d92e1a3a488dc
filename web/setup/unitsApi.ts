import type { BodyOf, ResponseOf } from '#contract/routes/route';
import * as units from '#contract/routes/units';
import { api } from '../app/api';

export const {
  useListUnitsQuery,
  useChangeBusinessHoursMutation,
  useChangeRampMutation,
  useMoveUnitMutation,
  useUndoUnitChangeMutation,
  useLeaveUnitMutation,
} = api.injectEndpoints({
  endpoints: (build) => ({
    listUnits: build.query<ResponseOf<typeof units.listUnits>, void>({
      query: () => ({ route: units.listUnits }),
      providesTags: ['Lists'],
    }),
    moveUnit: build.mutation<
      ResponseOf<typeof units.moveUnit>,
      { code: string; body: BodyOf<typeof units.moveUnit> }
    >({
      query: ({ code, body }) => ({ route: units.moveUnit, params: { code }, body }),
      invalidatesTags: (result) =>
        result?.written ? ['Lists', 'Figures', 'Targets', 'Sheet'] : [],
    }),
    undoUnitChange: build.mutation<ResponseOf<typeof units.undoUnitChange>, string>({
      query: (code) => ({ route: units.undoUnitChange, params: { code } }),
      invalidatesTags: ['Lists', 'Figures', 'Targets', 'Sheet'],
    }),
    changeRamp: build.mutation<
      ResponseOf<typeof units.changeRamp>,
      { code: string } & BodyOf<typeof units.changeRamp>
    >({
      query: ({ code, ...body }) => ({ route: units.changeRamp, params: { code }, body }),
      invalidatesTags: (result) => (result ? ['Lists', 'Figures', 'Sheet'] : []),
    }),
    changeBusinessHours: build.mutation<
      ResponseOf<typeof units.changeBusinessHours>,
      { code: string } & BodyOf<typeof units.changeBusinessHours>
    >({
      query: ({ code, ...body }) => ({ route: units.changeBusinessHours, params: { code }, body }),
      invalidatesTags: (result) => (result ? ['Lists', 'Figures'] : []),
    }),
    leaveUnit: build.mutation<
      ResponseOf<typeof units.leaveUnit>,
      { code: string; body: BodyOf<typeof units.leaveUnit> }
    >({
      query: ({ code, body }) => ({ route: units.leaveUnit, params: { code }, body }),
      invalidatesTags: (result) =>
        result?.written ? ['Lists', 'Figures', 'Targets', 'Sheet'] : [],
    }),
  }),
});

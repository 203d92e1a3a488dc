import * as plans from '#contract/routes/plans';
import type { BodyOf, QueryOf, ResponseOf } from '#contract/routes/route';
import * as routes from '#contract/routes/targets';
import type { TargetChanges, TargetsSaved } from '#contract/schemas/target';
import { api } from '../app/api';

const planApi = api.injectEndpoints({
  endpoints: (build) => ({
    getPlanGrid: build.query<
      ResponseOf<typeof routes.getPlanGrid>,
      QueryOf<typeof routes.getPlanGrid>
    >({
      query: (query) => ({ route: routes.getPlanGrid, query }),
      providesTags: ['Sheet'],
    }),
    getPlanGridChanges: build.query<
      ResponseOf<typeof routes.getPlanGridChanges>,
      QueryOf<typeof routes.getPlanGridChanges>
    >({
      query: (query) => ({ route: routes.getPlanGridChanges, query }),
      providesTags: ['Targets'],
    }),
    getTargetHistory: build.query<
      ResponseOf<typeof routes.getTargetHistory>,
      QueryOf<typeof routes.getTargetHistory>
    >({
      query: (query) => ({ route: routes.getTargetHistory, query }),
      providesTags: ['Targets'],
    }),
    getResultHistory: build.query<
      ResponseOf<typeof routes.getResultHistory>,
      QueryOf<typeof routes.getResultHistory>
    >({
      query: (query) => ({ route: routes.getResultHistory, query }),
      providesTags: ['Figures'],
    }),
    // What was saved is shown already; only what hangs on it is asked for anew.
    saveTargets: build.mutation<TargetsSaved, TargetChanges>({
      query: (body) => ({ route: routes.saveTargets, body }),
      invalidatesTags: (result, _error, { plan }) =>
        !result ? [] : plan === undefined ? ['Targets', 'Figures'] : ['Targets'],
    }),
    createPlan: build.mutation<
      ResponseOf<typeof plans.createPlan>,
      BodyOf<typeof plans.createPlan>
    >({
      query: (body) => ({ route: plans.createPlan, body }),
      invalidatesTags: ['Plans'],
    }),
    changePlanRates: build.mutation<
      ResponseOf<typeof plans.changePlanRates>,
      { id: number; rates: Record<string, string> }
    >({
      query: ({ id, ...body }) => ({ route: plans.changePlanRates, params: { id }, body }),
      invalidatesTags: (result) => (result ? ['Plans', 'Sheet', 'Targets'] : []),
    }),
    discardPlan: build.mutation<object, number>({
      query: (id) => ({ route: plans.discardPlan, params: { id } }),
      invalidatesTags: ['Plans'],
    }),
    restorePlan: build.mutation<object, number>({
      query: (id) => ({ route: plans.restorePlan, params: { id } }),
      invalidatesTags: ['Plans', 'Targets'],
    }),
    publishPlan: build.mutation<
      ResponseOf<typeof plans.publishPlan>,
      { id: number; body: BodyOf<typeof plans.publishPlan> }
    >({
      query: ({ id, body }) => ({ route: plans.publishPlan, params: { id }, body }),
      invalidatesTags: (result) => (result ? ['Plans', 'Sheet', 'Targets', 'Figures'] : []),
    }),
    getGradeChanges: build.query<
      ResponseOf<typeof plans.getGradeChanges>,
      { id: number; from?: string }
    >({
      query: ({ id, ...query }) => ({ route: plans.getGradeChanges, params: { id }, query }),
      providesTags: ['Targets', 'Plans', 'Figures'],
    }),
    getPlanDifference: build.query<
      ResponseOf<typeof plans.getPlanDifference>,
      { id: number; against?: number }
    >({
      query: ({ id, ...query }) => ({ route: plans.getPlanDifference, params: { id }, query }),
      providesTags: ['Targets', 'Plans'],
    }),
  }),
});

export const {
  useGetPlanGridQuery,
  useGetPlanGridChangesQuery,
  useGetTargetHistoryQuery,
  useGetResultHistoryQuery,
  useSaveTargetsMutation,
  useChangePlanRatesMutation,
  useCreatePlanMutation,
  useDiscardPlanMutation,
  useRestorePlanMutation,
  usePublishPlanMutation,
  useGetGradeChangesQuery,
  useGetPlanDifferenceQuery,
} = planApi;

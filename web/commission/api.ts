import * as routes from '#contract/routes/commission';
import type { BodyOf } from '#contract/routes/route';
import type {
  CommissionPlan,
  CommissionPlans,
  CommissionQuery,
  CommissionStatement,
  CommissionTrial,
  Liability,
  StatementList,
  StatementQuery,
  WhatIf,
  WhatIfQuery,
} from '#contract/schemas/commission';
import { api } from '../app/api';

export const {
  useListCommissionPlansQuery,
  useAddCommissionPlanMutation,
  useAddCommissionVersionMutation,
  useEndCommissionPlanMutation,
  useRemoveCommissionPlanMutation,
  useTryCommissionPlanMutation,
  useListStatementsQuery,
  useGetStatementQuery,
  useApproveStatementMutation,
  usePayStatementsMutation,
  useCommentStatementMutation,
  useSettleCommentMutation,
  useGetWhatIfQuery,
  useGetLiabilityQuery,
} = api.injectEndpoints({
  endpoints: (build) => ({
    listCommissionPlans: build.query<CommissionPlans, void>({
      query: () => ({ route: routes.listCommissionPlans }),
      providesTags: ['Commission'],
    }),
    addCommissionPlan: build.mutation<CommissionPlan, BodyOf<typeof routes.addCommissionPlan>>({
      query: (body) => ({ route: routes.addCommissionPlan, body }),
      invalidatesTags: (result) => (result ? ['Commission'] : []),
    }),
    addCommissionVersion: build.mutation<
      CommissionPlan,
      { id: number; body: BodyOf<typeof routes.addCommissionVersion> }
    >({
      query: ({ id, body }) => ({ route: routes.addCommissionVersion, params: { id }, body }),
      invalidatesTags: (result) => (result ? ['Commission'] : []),
    }),
    endCommissionPlan: build.mutation<CommissionPlan, { id: number; lastMonth: string | null }>({
      query: ({ id, ...body }) => ({ route: routes.endCommissionPlan, params: { id }, body }),
      invalidatesTags: (result) => (result ? ['Commission'] : []),
    }),
    removeCommissionPlan: build.mutation<object, number>({
      query: (id) => ({ route: routes.removeCommissionPlan, params: { id } }),
      invalidatesTags: (result) => (result ? ['Commission'] : []),
    }),
    tryCommissionPlan: build.mutation<CommissionTrial, BodyOf<typeof routes.tryCommissionPlan>>({
      query: (body) => ({ route: routes.tryCommissionPlan, body }),
    }),
    listStatements: build.query<StatementList, CommissionQuery>({
      query: (query) => ({ route: routes.listStatements, query }),
      providesTags: ['Commission'],
    }),
    getStatement: build.query<CommissionStatement, StatementQuery>({
      query: (query) => ({ route: routes.getStatement, query }),
      providesTags: ['Commission'],
    }),
    approveStatement: build.mutation<CommissionStatement, BodyOf<typeof routes.approveStatement>>({
      query: (body) => ({ route: routes.approveStatement, body }),
      invalidatesTags: ['Commission'],
    }),
    payStatements: build.mutation<StatementList, BodyOf<typeof routes.payStatements>>({
      query: (body) => ({ route: routes.payStatements, body }),
      invalidatesTags: ['Commission'],
    }),
    commentStatement: build.mutation<CommissionStatement, BodyOf<typeof routes.commentStatement>>({
      query: (body) => ({ route: routes.commentStatement, body }),
      invalidatesTags: (result) => (result ? ['Commission'] : []),
    }),
    settleComment: build.mutation<CommissionStatement, number>({
      query: (id) => ({ route: routes.settleComment, params: { id }, body: {} }),
      invalidatesTags: ['Commission'],
    }),
    getWhatIf: build.query<WhatIf, WhatIfQuery>({
      query: (query) => ({ route: routes.getWhatIf, query }),
      providesTags: ['Commission'],
    }),
    getLiability: build.query<Liability, { unit: string }>({
      query: (query) => ({ route: routes.getLiability, query }),
      providesTags: ['Commission'],
    }),
  }),
});

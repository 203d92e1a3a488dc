import * as routes from '#contract/routes/alerts';
import type {
  AlertRule,
  AlertRuleInput,
  AlertRulePreview,
  AlertRules,
  AlertRuleState,
} from '#contract/schemas/alert';
import { api } from '../app/api';

export const {
  useListAlertRulesQuery,
  useCreateAlertRuleMutation,
  useChangeAlertRuleMutation,
  useSetAlertRuleStateMutation,
  useRemoveAlertRuleMutation,
  usePreviewAlertRuleMutation,
} = api.injectEndpoints({
  endpoints: (build) => ({
    listAlertRules: build.query<AlertRules, void>({
      query: () => ({ route: routes.listAlertRules }),
      providesTags: ['Alerts'],
    }),
    createAlertRule: build.mutation<AlertRule, AlertRuleInput>({
      query: (body) => ({ route: routes.createAlertRule, body }),
      invalidatesTags: (result) => (result ? ['Alerts'] : []),
    }),
    changeAlertRule: build.mutation<AlertRule, { id: number; body: AlertRuleInput }>({
      query: ({ id, body }) => ({ route: routes.changeAlertRule, params: { id }, body }),
      invalidatesTags: (result) => (result ? ['Alerts'] : []),
    }),
    setAlertRuleState: build.mutation<AlertRule, { id: number; body: AlertRuleState }>({
      query: ({ id, body }) => ({ route: routes.setAlertRuleState, params: { id }, body }),
      invalidatesTags: ['Alerts'],
    }),
    removeAlertRule: build.mutation<object, number>({
      query: (id) => ({ route: routes.removeAlertRule, params: { id } }),
      invalidatesTags: ['Alerts'],
    }),
    previewAlertRule: build.mutation<AlertRulePreview, AlertRuleInput>({
      query: (body) => ({ route: routes.previewAlertRule, body }),
    }),
  }),
});

import type { BodyOf, ResponseOf } from '#contract/routes/route';
import * as rules from '#contract/routes/rules';
import { api } from '../../app/api';

export const {
  useListRulesQuery,
  useSaveRuleMutation,
  useRemoveRuleMutation,
  usePreviewRulesQuery,
} = api.injectEndpoints({
  endpoints: (build) => ({
    listRules: build.query<ResponseOf<typeof rules.listRules>, void>({
      query: () => ({ route: rules.listRules }),
      providesTags: ['Measures', 'Company'],
    }),
    saveRule: build.mutation<
      ResponseOf<typeof rules.saveRule>,
      { code: string; body: BodyOf<typeof rules.saveRule> }
    >({
      query: ({ code, body }) => ({ route: rules.saveRule, params: { code }, body }),
      invalidatesTags: (result) => (result ? ['Measures', 'Figures'] : []),
    }),
    removeRule: build.mutation<object, { code: string; from: string }>({
      query: (params) => ({ route: rules.removeRule, params }),
      invalidatesTags: (result) => (result ? ['Measures', 'Figures'] : []),
    }),
    previewRules: build.query<
      ResponseOf<typeof rules.previewRules>,
      { code: string; body: BodyOf<typeof rules.previewRules> }
    >({
      query: ({ code, body }) => ({ route: rules.previewRules, params: { code }, body }),
      providesTags: ['Figures'],
    }),
  }),
});

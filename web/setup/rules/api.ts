import * as rules from '#contract/routes/rules';
import type { AnswerOf, BodyOf } from '#contract/routes/route';
import { api } from '../../app/api';

export const { useListRulesQuery, useSaveRuleMutation, useRemoveRuleMutation, useTryRulesQuery } = api.injectEndpoints({
  endpoints: (build) => ({
    listRules: build.query<AnswerOf<typeof rules.listRules>, void>({ query: () => ({ route: rules.listRules }), providesTags: ['Measures', 'Company'] }),
    saveRule: build.mutation<AnswerOf<typeof rules.saveRule>, { code: string; body: BodyOf<typeof rules.saveRule> }>({
      query: ({ code, body }) => ({ route: rules.saveRule, params: { code }, body }), invalidatesTags: (result) => (result ? ['Measures', 'Figures'] : []),
    }),
    removeRule: build.mutation<object, { code: string; from: string }>({ query: (params) => ({ route: rules.removeRule, params }), invalidatesTags: (result) => (result ? ['Measures', 'Figures'] : []) }),
    tryRules: build.query<AnswerOf<typeof rules.tryRules>, { code: string; body: BodyOf<typeof rules.tryRules> }>({ query: ({ code, body }) => ({ route: rules.tryRules, params: { code }, body }), providesTags: ['Figures'] }),
  }),
});

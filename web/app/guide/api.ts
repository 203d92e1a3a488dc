import { getFirstSteps } from '#contract/routes/start';
import type { FirstSteps } from '#contract/schemas/firstSteps';
import { api } from '../api';

export const { useGetFirstStepsQuery } = api.injectEndpoints({
  endpoints: (build) => ({
    getFirstSteps: build.query<FirstSteps, void>({
      query: () => ({ route: getFirstSteps }),
      providesTags: ['Deals', 'Targets', 'KeptViews', 'Alerts', 'Reports', 'Notes', 'Accounts'],
    }),
  }),
});

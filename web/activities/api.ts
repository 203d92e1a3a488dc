import * as measures from '#contract/routes/measures';
import type { BodyOf, QueryOf, ResponseOf } from '#contract/routes/route';
import { api } from '../app/api';

export const { useGetActivitiesQuery, useSaveActivitiesMutation } = api.injectEndpoints({
  endpoints: (build) => ({
    getActivities: build.query<
      ResponseOf<typeof measures.getActivities>,
      QueryOf<typeof measures.getActivities>
    >({
      query: (query) => ({ route: measures.getActivities, query }),
      providesTags: ['Activities', 'Measures'],
    }),
    saveActivities: build.mutation<
      ResponseOf<typeof measures.saveActivities>,
      BodyOf<typeof measures.saveActivities>
    >({
      query: (body) => ({ route: measures.saveActivities, body }),
      invalidatesTags: ['Activities', 'Figures'],
    }),
  }),
});

import * as routes from '#contract/routes/alerts';
import type { QueryOf } from '#contract/routes/route';
import type { Alerts, SeenAlerts } from '#contract/schemas/alert';
import { api } from './api';

export const { useListAlertsQuery, useMarkAlertsSeenMutation } = api.injectEndpoints({
  endpoints: (build) => ({
    listAlerts: build.query<Alerts, QueryOf<typeof routes.listAlerts>>({
      query: (query) => ({ route: routes.listAlerts, query }),
      providesTags: ['Alerts'],
    }),
    markAlertsSeen: build.mutation<object, SeenAlerts>({
      query: (body) => ({ route: routes.markAlertsSeen, body }),
      invalidatesTags: ['Alerts'],
    }),
  }),
});

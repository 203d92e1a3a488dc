import type { BodyOf, QueryOf, ResponseOf } from '#contract/routes/route';
import * as routes from '#contract/routes/targets';
import type { Acknowledgement } from '#contract/schemas/acknowledgement';
import { api, useGetCompanyQuery, useGetMeQuery } from './api';

export const {
  useListAcknowledgementsQuery,
  useAcknowledgeTargetsMutation,
  useRemindOfTargetsMutation,
} = api.injectEndpoints({
  endpoints: (build) => ({
    listAcknowledgements: build.query<
      ResponseOf<typeof routes.listAcknowledgements>,
      QueryOf<typeof routes.listAcknowledgements>
    >({
      query: (query) => ({ route: routes.listAcknowledgements, query }),
      providesTags: ['Targets', 'Plans'],
    }),
    acknowledgeTargets: build.mutation<
      ResponseOf<typeof routes.acknowledgeTargets>,
      BodyOf<typeof routes.acknowledgeTargets>
    >({
      query: (body) => ({ route: routes.acknowledgeTargets, body }),
      invalidatesTags: ['Targets'],
    }),
    remindOfTargets: build.mutation<
      ResponseOf<typeof routes.remindOfTargets>,
      BodyOf<typeof routes.remindOfTargets>
    >({
      query: (body) => ({ route: routes.remindOfTargets, body }),
      invalidatesTags: ['Targets'],
    }),
  }),
});

/** A salesperson's own published targets of a year that wait for their word. */
export type UnseenTargets = Acknowledgement & { year: string };

/**
 * The running and the next fiscal year's targets that a salesperson has not seen as they are now;
 * none for anybody else.
 */
export function useUnseenTargets(): UnseenTargets[] {
  const { data: me } = useGetMeQuery();
  const { data: company } = useGetCompanyQuery();
  const label = Number(/^FY(\d{4})/.exec(company?.currentPeriod ?? '')?.[1]);
  const years = [`FY${label}`, `FY${label + 1}`] as const;
  const options = { skip: me?.role !== 'salesperson' || !label };
  const unit = me?.unitCode ?? '';
  const running = useListAcknowledgementsQuery({ unit, year: years[0] }, options);
  const next = useListAcknowledgementsQuery({ unit, year: years[1] }, options);
  return [running.data, next.data].flatMap((own, index) =>
    own?.[0] && own[0].state !== 'seen' ? [{ ...own[0], year: years[index]! }] : [],
  );
}

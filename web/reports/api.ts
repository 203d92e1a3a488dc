import * as routes from '#contract/routes/reports';
import type { Report, ReportInput, Reports, ReportSent } from '#contract/schemas/report';
import { api } from '../app/api';

export const {
  useListReportsQuery,
  useCreateReportMutation,
  useChangeReportMutation,
  useRemoveReportMutation,
  useSendReportToMeMutation,
} = api.injectEndpoints({
  endpoints: (build) => ({
    listReports: build.query<Reports, void>({
      query: () => ({ route: routes.listReports }),
      providesTags: ['Reports', 'KeptViews'],
    }),
    createReport: build.mutation<Report, ReportInput>({
      query: (body) => ({ route: routes.createReport, body }),
      invalidatesTags: (result) => (result ? ['Reports'] : []),
    }),
    changeReport: build.mutation<Report, { id: number; body: ReportInput }>({
      query: ({ id, body }) => ({ route: routes.changeReport, params: { id }, body }),
      invalidatesTags: (result) => (result ? ['Reports'] : []),
    }),
    removeReport: build.mutation<object, number>({
      query: (id) => ({ route: routes.removeReport, params: { id } }),
      invalidatesTags: ['Reports'],
    }),
    sendReportToMe: build.mutation<ReportSent, number>({
      query: (id) => ({ route: routes.sendReportToMe, params: { id } }),
    }),
  }),
});

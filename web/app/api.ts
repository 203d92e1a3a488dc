import { type BaseQueryFn, createApi, fetchBaseQuery } from '@reduxjs/toolkit/query/react';
import type { Problem } from '#contract/errors/problem';
import * as access from '#contract/routes/access';
import * as standings from '#contract/routes/attainment';
import * as company from '#contract/routes/company';
import * as imports from '#contract/routes/imports';
import * as ledger from '#contract/routes/ledger';
import * as measures from '#contract/routes/measures';
import * as periods from '#contract/routes/periods';
import * as plans from '#contract/routes/plans';
import {
  type AnyRoute,
  API,
  type BodyOf,
  type QueryOf,
  type ResponseOf,
} from '#contract/routes/route';
import * as units from '#contract/routes/units';
import type { Me } from '#contract/schemas/access';
import type { Status, UnitAttainments } from '#contract/schemas/attainment';
import { language } from '#wording/language';
import { askAgain, LONGEST_WAIT_MS } from './askAgain';
import { liveSlice } from './connection';

export interface Request {
  route: AnyRoute;
  params?: Record<string, string | number>;
  query?: Record<string, unknown>;
  body?: unknown;
  headers?: Record<string, string>;
}

/** What a failed request says: the server's problem, or that it could not be reached. */
export type Failure = Problem;

export const UNREACHABLE: Failure = {
  type: '/problems/unreachable',
  code: 'unreachable',
  status: 0,
  title: 'The server cannot be reached',
  detail: 'Nothing was changed. Check that Iron Ladder is running; the page tries again by itself.',
};

const rawQuery = fetchBaseQuery({ baseUrl: API, credentials: 'same-origin' });

/** Turns a record of the contract into a request; every change carries the session's CSRF value. */
const queryByRoute: BaseQueryFn<Request, unknown, Failure> = async (
  { route, params = {}, query, body, headers = {} },
  store,
  extra,
) => {
  const url = route.path.replace(/:(\w+)/g, (_, name: string) =>
    encodeURIComponent(String(params[name])),
  );
  const me = api.endpoints.getMe.select()(store.getState() as never).data;
  const isQuestion = route.method === 'GET';
  const send = () =>
    rawQuery(
      {
        url,
        method: route.method,
        body,
        params: query as Record<string, string>,
        headers: {
          'accept-language': language().tag,
          ...(me && !isQuestion ? { 'x-csrf': me.csrf } : {}),
          ...headers,
        },
        ...(isQuestion ? { timeout: LONGEST_WAIT_MS } : {}),
      },
      store,
      extra,
    );
  const result = await askAgain(send);
  if (!result.error) {
    const keptAt = result.meta?.response?.headers.get('x-kept-at');
    if (keptAt) store.dispatch(liveSlice.actions.showKept(keptAt));
    return { data: result.data };
  }
  const problem = result.error.data as Problem | undefined;
  // Whoever was signed in signs in again where they are: what they have typed stays.
  if (problem?.code === 'notSignedIn' && me) store.dispatch(liveSlice.actions.endSession());
  return { error: problem?.code ? problem : UNREACHABLE };
};

/** A unit of the tree with its status. */
export type TreeNode = Omit<UnitAttainments['nodes'][number], 'status'> & { status: Status };

export const TAGS = [
  'Me',
  'Company',
  'Figures',
  'Targets',
  'Sheet',
  'Plans',
  'Deals',
  'Lists',
  'Tokens',
  'Measures',
  'CustomFields',
  'Display',
  'Activities',
  'Views',
  'Feeds',
  'Care',
  'CareCount',
  'Boards',
  'Accounts',
  'Sessions',
  'Notes',
  'KeptViews',
  'Mail',
  'Alerts',
  'Reports',
  'DailyMail',
  'Webhooks',
  'Commission',
  'Contests',
] as const;

export const XLSX_TYPE = 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet';

/** One client for the whole page; views add their endpoints to it. */
export const api = createApi({
  baseQuery: queryByRoute,
  tagTypes: TAGS,
  keepUnusedDataFor: 30,
  endpoints: (build) => ({
    getFirstRun: build.query<ResponseOf<typeof company.getFirstRun>, void>({
      query: () => ({ route: company.getFirstRun }),
      providesTags: ['Company'],
    }),
    signIn: build.mutation<Me, BodyOf<typeof access.signIn>>({
      query: (body) => ({ route: access.signIn, body }),
    }),
    listOversizedTotals: build.query<ResponseOf<typeof ledger.listOversizedTotals>, void>({
      query: () => ({ route: ledger.listOversizedTotals }),
      providesTags: ['Figures', 'Deals'],
    }),
    getMe: build.query<Me, void>({ query: () => ({ route: access.getMe }), providesTags: ['Me'] }),
    getCompany: build.query<ResponseOf<typeof company.getCompany>, void>({
      query: () => ({ route: company.getCompany }),
      providesTags: ['Company'],
    }),
    getFreshness: build.query<ResponseOf<typeof company.getFreshness>, void>({
      query: () => ({ route: company.getFreshness }),
      providesTags: ['Company', 'Deals', 'Figures'],
    }),
    signOut: build.mutation<object, { everywhere: boolean }>({
      query: ({ everywhere }) => ({
        route: everywhere ? access.signOutEverywhere : access.signOut,
      }),
    }),
    getImportProgress: build.query<ResponseOf<typeof imports.getImportProgress>, void>({
      query: () => ({ route: imports.getImportProgress }),
      keepUnusedDataFor: 0,
    }),
    listUnitAttainments: build.query<TreeNode[], QueryOf<typeof standings.listUnitAttainments>>({
      query: (query) => ({ route: standings.listUnitAttainments, query }),
      providesTags: ['Figures'],
      transformResponse: ({ statuses, nodes }: ResponseOf<typeof standings.listUnitAttainments>) =>
        nodes.map((node) => ({ ...node, status: statuses[node.status]! })),
    }),
    getYearOverview: build.query<
      ResponseOf<typeof standings.getYearOverview>,
      QueryOf<typeof standings.getYearOverview>
    >({
      query: (query) => ({ route: standings.getYearOverview, query }),
      providesTags: ['Figures'],
    }),
    listClosedMonths: build.query<ResponseOf<typeof periods.listClosedMonths>, void>({
      query: () => ({ route: periods.listClosedMonths }),
      providesTags: ['Plans'],
    }),
    listPlans: build.query<ResponseOf<typeof plans.listPlans>, QueryOf<typeof plans.listPlans>>({
      query: (query) => ({ route: plans.listPlans, query }),
      providesTags: ['Plans'],
    }),
    listMeasures: build.query<ResponseOf<typeof measures.listMeasures>, void>({
      query: () => ({ route: measures.listMeasures }),
      providesTags: ['Measures'],
    }),
    changeCalendar: build.mutation<
      ResponseOf<typeof company.changeCalendar>,
      BodyOf<typeof company.changeCalendar>
    >({
      query: (body) => ({ route: company.changeCalendar, body }),
      invalidatesTags: (result) => (result ? [...TAGS] : []),
    }),
    createUnits: build.mutation<
      ResponseOf<typeof units.createUnits>,
      BodyOf<typeof units.createUnits>
    >({
      query: (body) => ({ route: units.createUnits, body }),
      invalidatesTags: ['Figures', 'Targets', 'Sheet', 'Lists'],
    }),
    createUnit: build.mutation<
      ResponseOf<typeof units.createUnit>,
      BodyOf<typeof units.createUnit>
    >({
      query: (body) => ({ route: units.createUnit, body }),
      invalidatesTags: ['Figures', 'Targets', 'Sheet', 'Lists'],
    }),
  }),
});

export const {
  useSignInMutation,
  useListOversizedTotalsQuery,
  useGetFirstRunQuery,
  useGetMeQuery,
  useGetCompanyQuery,
  useGetFreshnessQuery,
  useSignOutMutation,
  useGetImportProgressQuery,
  useListUnitAttainmentsQuery,
  useGetYearOverviewQuery,
  useListPlansQuery,
  useListMeasuresQuery,
  useListClosedMonthsQuery,
  useCreateUnitMutation,
  useCreateUnitsMutation,
  useChangeCalendarMutation,
} = api;

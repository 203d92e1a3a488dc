import * as routes from '#contract/routes/accounts';
import type { Me } from '#contract/schemas/access';
import type {
  Account,
  AccountDeactivation,
  AccountHoldings,
  AccountInput,
  AccountLink,
  OwnSession,
} from '#contract/schemas/account';
import { api } from '../app/api';

export const {
  useListAccountsQuery,
  useInviteAccountMutation,
  useChangeAccountMutation,
  useLinkAccountMutation,
  useGetHoldingsQuery,
  useDeactivateAccountMutation,
  useReactivateAccountMutation,
  useChangePasswordMutation,
  useListOwnSessionsQuery,
  useEndOwnSessionMutation,
} = api.injectEndpoints({
  endpoints: (build) => ({
    listAccounts: build.query<Account[], void>({
      query: () => ({ route: routes.listAccounts }),
      providesTags: ['Accounts'],
    }),
    inviteAccount: build.mutation<AccountLink, AccountInput>({
      query: (body) => ({ route: routes.inviteAccount, body }),
      invalidatesTags: (result) => (result ? ['Accounts'] : []),
    }),
    changeAccount: build.mutation<Account, { id: number; input: AccountInput }>({
      query: ({ id, input }) => ({ route: routes.changeAccount, params: { id }, body: input }),
      invalidatesTags: (result) => (result ? ['Accounts'] : []),
    }),
    linkAccount: build.mutation<AccountLink, number>({
      query: (id) => ({ route: routes.linkAccount, params: { id } }),
      invalidatesTags: ['Accounts'],
    }),
    getHoldings: build.query<AccountHoldings, number>({
      query: (id) => ({ route: routes.getAccountHoldings, params: { id } }),
      providesTags: ['Accounts', 'Boards', 'Feeds'],
    }),
    deactivateAccount: build.mutation<Account, { id: number; input: AccountDeactivation }>({
      query: ({ id, input }) => ({ route: routes.deactivateAccount, params: { id }, body: input }),
      invalidatesTags: (result) => (result ? ['Accounts', 'Boards', 'Feeds'] : []),
    }),
    reactivateAccount: build.mutation<Account, number>({
      query: (id) => ({ route: routes.reactivateAccount, params: { id } }),
      invalidatesTags: ['Accounts'],
    }),
    changePassword: build.mutation<Me, { current: string; next: string }>({
      query: (body) => ({ route: routes.changePassword, body }),
      invalidatesTags: ['Sessions'],
    }),
    listOwnSessions: build.query<OwnSession[], void>({
      query: () => ({ route: routes.listOwnSessions }),
      providesTags: ['Sessions'],
    }),
    endOwnSession: build.mutation<object, string>({
      query: (session) => ({ route: routes.endOwnSession, params: { session } }),
      invalidatesTags: ['Sessions'],
    }),
  }),
});

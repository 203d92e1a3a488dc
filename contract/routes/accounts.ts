import { Type } from 'typebox';
import { Me } from '../schemas/access';
import {
  Account,
  AccountDeactivation,
  AccountHoldings,
  AccountInput,
  AccountLink,
  LinkOwner,
  LinkPassword,
  LinkSecret,
  OwnSession,
  PasswordChange,
} from '../schemas/account';
import { Id, Nothing } from '../schemas/common';
import { defineRoute } from './route';

const AccountId = Type.Object({ id: Id });

export const listAccounts = defineRoute({
  id: 'listAccounts',
  method: 'GET',
  path: '/accounts',
  permission: 'administer',
  summary: 'Who may sign in',
  response: Type.Array(Account),
});
export const inviteAccount = defineRoute({
  id: 'inviteAccount',
  method: 'POST',
  path: '/accounts',
  permission: 'administer',
  browserOnly: true,
  summary: 'Add an account; its invitation link is shown this once',
  body: AccountInput,
  response: AccountLink,
  status: 201,
  errors: ['emailTaken', 'unknownUnit', 'tokenMayNot'],
});
export const changeAccount = defineRoute({
  id: 'changeAccount',
  method: 'PUT',
  path: '/accounts/:id',
  permission: 'administer',
  browserOnly: true,
  summary: 'Change name, e-mail, role or unit',
  params: AccountId,
  body: AccountInput,
  response: Account,
  errors: [
    'unknownAccount',
    'emailTaken',
    'unknownUnit',
    'lastAdministrator',
    'ownAccount',
    'tokenMayNot',
  ],
});
export const linkAccount = defineRoute({
  id: 'linkAccount',
  method: 'POST',
  path: '/accounts/:id/link',
  permission: 'administer',
  browserOnly: true,
  summary: 'Make a link with which a new password is chosen; links before it end',
  params: AccountId,
  response: AccountLink,
  status: 201,
  errors: ['unknownAccount', 'tokenMayNot'],
});
export const getAccountHoldings = defineRoute({
  id: 'getAccountHoldings',
  method: 'GET',
  path: '/accounts/:id/holdings',
  permission: 'administer',
  summary: 'What somebody has that goes on without them',
  params: AccountId,
  response: AccountHoldings,
  errors: ['unknownAccount'],
});
export const deactivateAccount = defineRoute({
  id: 'deactivateAccount',
  method: 'POST',
  path: '/accounts/:id/deactivation',
  permission: 'administer',
  browserOnly: true,
  summary: 'End an account: its sessions and tokens end at once',
  params: AccountId,
  body: AccountDeactivation,
  response: Account,
  errors: ['unknownAccount', 'lastAdministrator', 'ownAccount', 'tokenMayNot'],
});
export const reactivateAccount = defineRoute({
  id: 'reactivateAccount',
  method: 'DELETE',
  path: '/accounts/:id/deactivation',
  permission: 'administer',
  browserOnly: true,
  summary: 'Let somebody sign in again',
  params: AccountId,
  response: Account,
  errors: ['unknownAccount', 'tokenMayNot'],
});
export const readAccountLink = defineRoute({
  id: 'readAccountLink',
  method: 'POST',
  path: '/account-link',
  permission: 'anyone',
  summary: 'Whose password a link sets',
  body: LinkSecret,
  response: LinkOwner,
  errors: ['linkGone'],
  maxBytes: 4_096,
});
export const redeemAccountLink = defineRoute({
  id: 'redeemAccountLink',
  method: 'POST',
  path: '/account-link/password',
  permission: 'anyone',
  summary: 'Choose a password with a link and sign in; other sessions end',
  body: LinkPassword,
  response: Me,
  errors: ['linkGone', 'busy'],
  maxBytes: 4_096,
});
export const changePassword = defineRoute({
  id: 'changePassword',
  method: 'PUT',
  path: '/password',
  permission: 'self',
  browserOnly: true,
  summary: 'Change one’s own password; other sessions end',
  body: PasswordChange,
  response: Me,
  errors: ['wrongPassword', 'tooManyTries', 'tokenMayNot', 'busy'],
  maxBytes: 4_096,
});
export const listOwnSessions = defineRoute({
  id: 'listOwnSessions',
  method: 'GET',
  path: '/sessions',
  permission: 'self',
  summary: 'Browsers in which one is signed in',
  response: Type.Array(OwnSession),
});
export const endOwnSession = defineRoute({
  id: 'endOwnSession',
  method: 'DELETE',
  path: '/sessions/:session',
  permission: 'self',
  browserOnly: true,
  summary: 'Sign out of one browser',
  params: Type.Object({ session: Type.String({ minLength: 1, maxLength: 100 }) }),
  response: Nothing,
  errors: ['notFound', 'tokenMayNot'],
});

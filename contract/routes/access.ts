import { Type } from 'typebox';
import {
  AccessToken,
  Credentials,
  Display,
  Me,
  NewAccessToken,
  TokenInput,
} from '../schemas/access';
import { Id, Nothing } from '../schemas/common';
import { defineRoute } from './route';

const TokenId = Type.Object({ id: Id });

export const signIn = defineRoute({
  id: 'signIn',
  method: 'POST',
  path: '/session',
  permission: 'anyone',
  summary: 'Sign in with e-mail and password',
  body: Credentials,
  response: Me,
  errors: ['wrongCredentials', 'tooManyTries', 'busy'],
  maxBytes: 4_096,
});
export const getMe = defineRoute({
  id: 'getMe',
  method: 'GET',
  path: '/session',
  permission: 'self',
  summary: 'Who is signed in',
  response: Me,
});
export const getDisplay = defineRoute({
  id: 'getDisplay',
  method: 'GET',
  path: '/display',
  permission: 'self',
  summary: 'How one wants figures shown',
  response: Display,
});
export const saveDisplay = defineRoute({
  id: 'saveDisplay',
  method: 'PUT',
  path: '/display',
  permission: 'self',
  summary: 'Choose how figures are shown to oneself',
  body: Display,
  response: Display,
});
export const signOut = defineRoute({
  id: 'signOut',
  method: 'DELETE',
  path: '/session',
  permission: 'self',
  summary: 'Sign out here',
  response: Nothing,
});
export const signOutEverywhere = defineRoute({
  id: 'signOutEverywhere',
  method: 'DELETE',
  path: '/sessions',
  permission: 'self',
  summary: 'Sign out of every browser and end every access token',
  response: Nothing,
});
export const listTokens = defineRoute({
  id: 'listTokens',
  method: 'GET',
  path: '/tokens',
  permission: 'self',
  summary: 'Own access tokens',
  response: Type.Array(AccessToken),
});
export const createToken = defineRoute({
  id: 'createToken',
  method: 'POST',
  path: '/tokens',
  permission: 'self',
  browserOnly: true,
  summary: 'Make an access token; its secret is shown this once',
  body: TokenInput,
  response: NewAccessToken,
  status: 201,
  errors: ['tokenMayNot'],
});
export const revokeToken = defineRoute({
  id: 'revokeToken',
  method: 'DELETE',
  path: '/tokens/:id',
  permission: 'self',
  summary: 'Revoke an access token',
  params: TokenId,
  response: Nothing,
  errors: ['notFound'],
});

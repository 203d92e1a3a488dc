import { Type } from 'typebox';
import { KeptView, KeptViewInput, PinnedViews } from '../schemas/keptView';
import { defineRoute } from './route';

export const listKeptViews = defineRoute({
  id: 'listKeptViews',
  method: 'GET',
  path: '/kept-views',
  permission: 'read',
  summary: "Kept states of views: one's own, and those shared with one's unit",
  response: Type.Array(KeptView),
});
export const keepView = defineRoute({
  id: 'keepView',
  method: 'POST',
  path: '/kept-views',
  permission: 'self',
  summary: "Keep a state of a view; one's own of the same name is replaced",
  body: KeptViewInput,
  response: KeptView,
  status: 201,
  errors: ['invalidInput', 'unknownUnit', 'tooManyViews'],
});
export const removeKeptView = defineRoute({
  id: 'removeKeptView',
  method: 'DELETE',
  path: '/kept-views/:id',
  permission: 'self',
  summary: "Remove one of one's own kept views",
  params: Type.Object({ id: Type.Integer({ minimum: 1 }) }),
  response: Type.Object({}),
  errors: ['notFound'],
});
export const pinViews = defineRoute({
  id: 'pinViews',
  method: 'PUT',
  path: '/kept-views/pinned',
  permission: 'self',
  summary: "Which kept views stand on one's own page, in their order",
  body: PinnedViews,
  response: Type.Array(KeptView),
  errors: ['notFound'],
});

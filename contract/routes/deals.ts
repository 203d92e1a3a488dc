import { Type } from 'typebox';
import { BulkEffect, BulkInput } from '../schemas/bulk';
import { LongId } from '../schemas/common';
import {
  DealChange,
  DealContribution,
  DealGroupQuery,
  DealGroups,
  DealInput,
  DealPage,
  DealQuery,
  DealRefunds,
  DealRestore,
  DealUpdate,
  DealVoid,
  OpenedDeal,
  SavedDeal,
} from '../schemas/deal';
import { DealView, DealViewInput } from '../schemas/dealView';
import { defineRoute } from './route';

const DealId = Type.Object({ id: LongId });

export const listDeals = defineRoute({
  id: 'listDeals',
  method: 'GET',
  path: '/deals',
  permission: 'read',
  summary: 'Deals, filtered and sorted, a page at a time, with the sums of all that match',
  query: DealQuery,
  response: DealPage,
  errors: ['unknownUnit', 'unknownPeriod', 'invalidInput'],
});
export const groupDeals = defineRoute({
  id: 'groupDeals',
  method: 'GET',
  path: '/deal-groups',
  permission: 'read',
  summary: 'Deals put together by what they have in common',
  query: DealGroupQuery,
  response: DealGroups,
  errors: ['unknownUnit', 'unknownPeriod', 'invalidInput'],
});
export const getDealContributions = defineRoute({
  id: 'getDealContributions',
  method: 'GET',
  path: '/deals/:id/contributions',
  permission: 'read',
  summary: 'Which units, months and targets a deal counts in, with and without it',
  params: DealId,
  response: Type.Array(DealContribution),
  errors: ['unknownDeal'],
});
export const getDeal = defineRoute({
  id: 'getDeal',
  method: 'GET',
  path: '/deals/:id',
  permission: 'read',
  summary: 'One deal',
  params: DealId,
  response: OpenedDeal,
  errors: ['unknownDeal'],
});
export const getDealHistory = defineRoute({
  id: 'getDealHistory',
  method: 'GET',
  path: '/deals/:id/history',
  permission: 'read',
  summary: 'Every change to a deal',
  params: DealId,
  response: Type.Array(DealChange),
  errors: ['unknownDeal'],
});
export const getDealRefunds = defineRoute({
  id: 'getDealRefunds',
  method: 'GET',
  path: '/deals/:id/refunds',
  permission: 'read',
  summary: 'What was taken back of a deal, and what is left of it',
  params: DealId,
  response: DealRefunds,
  errors: ['unknownDeal'],
});
export const bookDeal = defineRoute({
  id: 'bookDeal',
  method: 'POST',
  path: '/deals',
  permission: 'book',
  summary: 'Book a deal; safe to retry with the same Idempotency-Key',
  example: {
    deal: 'O-4711',
    salesperson: 'ivarga',
    customer: 'Pike Yard',
    amount: '1234.50',
    status: 'won',
    closedOn: '2026-11-16',
  },
  body: DealInput,
  response: SavedDeal,
  status: 201,
  errors: ['invalidInput', 'dealExists', 'closedNeedsReason', 'badRetryKey', 'keyReused'],
});
export const updateDeal = defineRoute({
  id: 'updateDeal',
  method: 'PUT',
  path: '/deals/:id',
  permission: 'book',
  summary: 'Change a deal',
  params: DealId,
  body: DealUpdate,
  response: SavedDeal,
  errors: [
    'invalidInput',
    'unknownDeal',
    'dealChanged',
    'dealExists',
    'closedNeedsReason',
    'dealOfOthers',
    'hasRefunds',
  ],
});
export const voidDeal = defineRoute({
  id: 'voidDeal',
  method: 'POST',
  path: '/deals/:id/void',
  permission: 'book',
  summary: 'Void a deal: it counts nowhere and stays in the history',
  params: DealId,
  body: DealVoid,
  response: SavedDeal,
  errors: ['unknownDeal', 'dealChanged', 'closedNeedsReason', 'dealOfOthers', 'hasRefunds'],
});
export const restoreDeal = defineRoute({
  id: 'restoreDeal',
  method: 'POST',
  path: '/deals/:id/restore',
  permission: 'book',
  summary: 'Undo a void',
  params: DealId,
  body: DealRestore,
  response: SavedDeal,
  errors: ['unknownDeal', 'dealChanged', 'closedNeedsReason', 'dealOfOthers', 'hasRefunds'],
});
export const bulkChangeDeals = defineRoute({
  id: 'bulkChangeDeals',
  maxBytes: 512_000,
  method: 'POST',
  path: '/deals/bulk',
  permission: 'book',
  summary: 'Change many deals at once, all or none, or say what it would do',
  body: BulkInput,
  response: BulkEffect,
  errors: ['invalidInput', 'tooManyDeals', 'closedNeedsReason', 'unknownUnit', 'unknownPeriod'],
});
export const listDealViews = defineRoute({
  id: 'listDealViews',
  method: 'GET',
  path: '/deal-views',
  permission: 'read',
  summary: "Saved ways of showing deals: one's own, and those shared with one's unit",
  response: Type.Array(DealView),
});
export const saveDealView = defineRoute({
  id: 'saveDealView',
  method: 'POST',
  path: '/deal-views',
  permission: 'self',
  summary: 'Keep a way of showing deals; the same name again replaces it',
  body: DealViewInput,
  response: DealView,
  status: 201,
  errors: ['unknownUnit'],
});
export const removeDealView = defineRoute({
  id: 'removeDealView',
  method: 'DELETE',
  path: '/deal-views/:id',
  permission: 'self',
  summary: "Take away one's own saved view",
  params: DealId,
  response: Type.Object({}),
  errors: ['notFound'],
});

import { Type } from 'typebox';
import { CorrectionQuery, Corrections } from '../schemas/correction';
import { Deal, DealChange, DealInput, DealPage, DealQuery, DealRestore, DealUpdate, DealVoid, SavedDeal } from '../schemas/deal';
import { defineRoute } from './route';

const DealId = Type.Object({ id: Type.Integer() });

export const listDeals = defineRoute({
  id: 'listDeals', method: 'GET', path: '/deals', permission: 'read', summary: 'Deals, newest first', query: DealQuery, answer: DealPage, errors: ['unknownUnit', 'unknownPeriod'],
});
export const getDeal = defineRoute({
  id: 'getDeal', method: 'GET', path: '/deals/:id', permission: 'read', summary: 'One deal', params: DealId, answer: Deal, errors: ['unknownDeal'],
});
export const getDealHistory = defineRoute({
  id: 'getDealHistory', method: 'GET', path: '/deals/:id/history', permission: 'read', summary: 'Every change to a deal', params: DealId,
  answer: Type.Array(DealChange), errors: ['unknownDeal'],
});
export const bookDeal = defineRoute({
  id: 'bookDeal', method: 'POST', path: '/deals', permission: 'book', summary: 'Book a deal; safe to retry with the same Idempotency-Key',
  body: DealInput, answer: SavedDeal, status: 201, errors: ['invalidInput', 'dealExists', 'closedNeedsReason'],
});
export const updateDeal = defineRoute({
  id: 'updateDeal', method: 'PUT', path: '/deals/:id', permission: 'book', summary: 'Change a deal', params: DealId, body: DealUpdate, answer: SavedDeal,
  errors: ['invalidInput', 'unknownDeal', 'dealChanged', 'dealExists', 'closedNeedsReason'],
});
export const voidDeal = defineRoute({
  id: 'voidDeal', method: 'POST', path: '/deals/:id/void', permission: 'book', summary: 'Void a deal: it counts nowhere and stays in the history',
  params: DealId, body: DealVoid, answer: SavedDeal, errors: ['unknownDeal', 'dealChanged', 'closedNeedsReason'],
});
export const restoreDeal = defineRoute({
  id: 'restoreDeal', method: 'POST', path: '/deals/:id/restore', permission: 'book', summary: 'Undo a void', params: DealId, body: DealRestore, answer: SavedDeal,
  errors: ['unknownDeal', 'dealChanged', 'closedNeedsReason'],
});
export const listCorrections = defineRoute({
  id: 'listCorrections', method: 'GET', path: '/corrections', permission: 'read', summary: 'What changed closed months after they were closed, with its effect', query: CorrectionQuery, answer: Corrections,
  errors: ['unknownUnit', 'unknownPeriod'],
});

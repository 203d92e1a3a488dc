import { TargetChanges, TargetGrid, TargetHistory, TargetHistoryQuery, TargetQuery, TargetsSaved } from '../schemas/target';
import { defineRoute } from './route';

export const getTargets = defineRoute({
  id: 'getTargets', method: 'GET', path: '/targets', permission: 'read', summary: 'Targets of a unit and all below by period',
  query: TargetQuery, answer: TargetGrid, errors: ['unknownUnit', 'unknownPeriod'],
});
export const saveTargets = defineRoute({
  id: 'saveTargets', method: 'PUT', path: '/targets', permission: 'plan', summary: 'Set or clear targets, all or none',
  body: TargetChanges, answer: TargetsSaved, errors: ['invalidInput', 'targetsChanged'],
});
export const getTargetHistory = defineRoute({
  id: 'getTargetHistory', method: 'GET', path: '/targets/history', permission: 'read', summary: 'Who changed a target, when and why',
  query: TargetHistoryQuery, answer: TargetHistory, errors: ['unknownUnit'],
});

import { TargetChanges, TargetGrid, TargetHistory, TargetHistoryQuery, TargetQuery, TargetsSaved } from '../schemas/target';
import { SheetChanges, SheetChangesQuery, PastQuery, PastResults, TargetSheet } from '../schemas/sheet';
import { defineRoute } from './route';

export const getTargets = defineRoute({
  id: 'getTargets', method: 'GET', path: '/targets', permission: 'read', summary: 'Targets of a unit and all below by period',
  query: TargetQuery, answer: TargetGrid, errors: ['unknownUnit', 'unknownPeriod', 'unknownPlan'],
});
export const getTargetSheet = defineRoute({
  id: 'getTargetSheet', method: 'GET', path: '/targets/sheet', permission: 'read', summary: 'What the cells of a plan are computed from',
  query: TargetQuery, answer: TargetSheet, errors: ['unknownUnit', 'unknownPeriod', 'unknownPlan'],
});
export const getSheetChanges = defineRoute({
  id: 'getSheetChanges', method: 'GET', path: '/targets/sheet/changes', permission: 'read', summary: 'Targets of a sheet written since it was asked for',
  query: SheetChangesQuery, answer: SheetChanges, errors: ['unknownUnit', 'unknownPeriod', 'unknownPlan'],
});
export const getPastResults = defineRoute({
  id: 'getPastResults', method: 'GET', path: '/targets/past', permission: 'read', summary: 'Results of finished periods, to judge a target by',
  query: PastQuery, answer: PastResults, errors: ['unknownUnit'],
});
export const saveTargets = defineRoute({
  id: 'saveTargets', method: 'PUT', path: '/targets', permission: 'plan', summary: 'Set or clear targets, all or none',
  body: TargetChanges, answer: TargetsSaved, errors: ['invalidInput', 'targetsChanged', 'reasonNeeded', 'noPublishedPlan', 'unknownPlan', 'notADraft', 'monthClosed'],
});
export const getTargetHistory = defineRoute({
  id: 'getTargetHistory', method: 'GET', path: '/targets/history', permission: 'read', summary: 'Who changed a target, when and why',
  query: TargetHistoryQuery, answer: TargetHistory, errors: ['unknownUnit', 'unknownPlan'],
});

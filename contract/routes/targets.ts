import { TargetChanges, TargetGrid, TargetHistory, TargetHistoryQuery, TargetQuery, TargetsSaved } from '../schemas/target';
import { SheetChanges, SheetChangesQuery, PastQuery, PastResults, TargetSheet } from '../schemas/sheet';
import { Type } from 'typebox';
import { Acknowledgement, AcknowledgementInput, AcknowledgementQuery, PublishedChanges } from '../schemas/acknowledgement';
import { defineRoute } from './route';

export const getTargets = defineRoute({
  id: 'getTargets', method: 'GET', path: '/targets', permission: 'read', summary: 'Targets of a unit and all below by period',
  query: TargetQuery, answer: TargetGrid, errors: ['unknownUnit', 'unknownPeriod', 'unknownPlan', 'unknownMeasure'],
});
export const getTargetSheet = defineRoute({
  id: 'getTargetSheet', method: 'GET', path: '/targets/sheet', permission: 'read', summary: 'What the cells of a plan are computed from',
  query: TargetQuery, answer: TargetSheet, errors: ['unknownUnit', 'unknownPeriod', 'unknownPlan', 'unknownMeasure'],
});
export const getSheetChanges = defineRoute({
  id: 'getSheetChanges', method: 'GET', path: '/targets/sheet/changes', permission: 'read', summary: 'Targets of a sheet written since it was asked for',
  query: SheetChangesQuery, answer: SheetChanges, errors: ['unknownUnit', 'unknownPeriod', 'unknownPlan', 'unknownMeasure'],
});
export const getPastResults = defineRoute({
  id: 'getPastResults', method: 'GET', path: '/targets/past', permission: 'read', summary: 'Results of finished periods, to judge a target by',
  query: PastQuery, answer: PastResults, errors: ['unknownUnit', 'unknownMeasure', 'unknownPeriod'],
});
export const saveTargets = defineRoute({
  id: 'saveTargets', maxBytes: 12_000_000, method: 'PUT', path: '/targets', permission: 'plan', summary: 'Set or clear targets, all or none',
  body: TargetChanges, answer: TargetsSaved, errors: ['invalidInput', 'targetsChanged', 'reasonNeeded', 'noPublishedPlan', 'unknownPlan', 'notADraft', 'monthClosed'],
});
export const getTargetHistory = defineRoute({
  id: 'getTargetHistory', method: 'GET', path: '/targets/history', permission: 'read', summary: 'Who changed a target, when and why',
  query: TargetHistoryQuery, answer: TargetHistory, errors: ['unknownUnit', 'unknownPlan', 'unknownPeriod', 'unknownMeasure'],
});
export const listAcknowledgements = defineRoute({
  id: 'listAcknowledgements', method: 'GET', path: '/targets/acknowledgements', permission: 'read', summary: 'Which salespeople have seen their published targets, with their remarks',
  query: AcknowledgementQuery, answer: Type.Array(Acknowledgement), errors: ['unknownUnit', 'unknownPeriod'],
});
export const acknowledgeTargets = defineRoute({
  id: 'acknowledgeTargets', method: 'POST', path: '/targets/acknowledgements', permission: 'read', summary: 'A salesperson has seen their own published targets', body: AcknowledgementInput,
  answer: Acknowledgement, errors: ['forbidden', 'unknownPeriod'],
});
export const listPublishedChanges = defineRoute({
  id: 'listPublishedChanges', method: 'GET', path: '/targets/changes', permission: 'read', summary: "Every change to a unit's published targets of a year", query: AcknowledgementQuery,
  answer: PublishedChanges, errors: ['unknownUnit', 'unknownPeriod'],
});

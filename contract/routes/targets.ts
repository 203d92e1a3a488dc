import { Type } from 'typebox';
import {
  Acknowledgement,
  AcknowledgementInput,
  AcknowledgementQuery,
  PublishedChanges,
  Reminded,
  ReminderInput,
} from '../schemas/acknowledgement';
import {
  GridChanges,
  GridChangesQuery,
  PlanGridData,
  ResultHistory,
  ResultHistoryQuery,
} from '../schemas/planGrid';
import {
  PlanGridQuery,
  TargetChanges,
  TargetGrid,
  TargetHistory,
  TargetHistoryQuery,
  TargetQuery,
  TargetsSaved,
} from '../schemas/target';
import { defineRoute } from './route';

export const getTargets = defineRoute({
  id: 'getTargets',
  method: 'GET',
  path: '/targets',
  permission: 'read',
  summary: 'Targets of a unit and all below by period',
  query: TargetQuery,
  response: TargetGrid,
  errors: ['unknownUnit', 'unknownPeriod', 'unknownPlan', 'unknownMeasure'],
});
export const getPlanGrid = defineRoute({
  id: 'getPlanGrid',
  method: 'GET',
  path: '/plan-grid',
  permission: 'read',
  summary: 'What the cells of a plan are computed from, by people or by slices of a unit',
  query: PlanGridQuery,
  response: PlanGridData,
  errors: ['unknownUnit', 'unknownPeriod', 'unknownPlan', 'unknownMeasure', 'invalidInput'],
});
export const getPlanGridChanges = defineRoute({
  id: 'getPlanGridChanges',
  method: 'GET',
  path: '/plan-grid/changes',
  permission: 'read',
  summary: 'Targets of a sheet written since it was asked for',
  query: GridChangesQuery,
  response: GridChanges,
  errors: ['unknownUnit', 'unknownPeriod', 'unknownPlan', 'unknownMeasure'],
});
export const getResultHistory = defineRoute({
  id: 'getResultHistory',
  method: 'GET',
  path: '/targets/results',
  permission: 'read',
  summary: 'Results of finished periods, to judge a target by',
  query: ResultHistoryQuery,
  response: ResultHistory,
  errors: ['unknownUnit', 'unknownMeasure', 'unknownPeriod'],
});
export const saveTargets = defineRoute({
  id: 'saveTargets',
  maxBytes: 12_000_000,
  method: 'PUT',
  path: '/targets',
  permission: 'plan',
  summary: 'Set or clear targets, all or none',
  body: TargetChanges,
  response: TargetsSaved,
  errors: [
    'invalidInput',
    'targetsChanged',
    'reasonNeeded',
    'noPublishedPlan',
    'unknownPlan',
    'notADraft',
    'monthClosed',
  ],
});
export const getTargetHistory = defineRoute({
  id: 'getTargetHistory',
  method: 'GET',
  path: '/targets/history',
  permission: 'read',
  summary: 'Who changed a target, when and why',
  query: TargetHistoryQuery,
  response: TargetHistory,
  errors: ['unknownUnit', 'unknownPlan', 'unknownPeriod', 'unknownMeasure'],
});
export const listAcknowledgements = defineRoute({
  id: 'listAcknowledgements',
  method: 'GET',
  path: '/targets/acknowledgements',
  permission: 'read',
  summary: 'Which salespeople have seen their published targets, with their remarks',
  query: AcknowledgementQuery,
  response: Type.Array(Acknowledgement),
  errors: ['unknownUnit', 'unknownPeriod'],
});
export const acknowledgeTargets = defineRoute({
  id: 'acknowledgeTargets',
  method: 'POST',
  path: '/targets/acknowledgements',
  permission: 'read',
  summary: 'A salesperson has seen their own published targets',
  body: AcknowledgementInput,
  response: Acknowledgement,
  errors: ['forbidden', 'unknownPeriod'],
});
export const remindOfTargets = defineRoute({
  id: 'remindOfTargets',
  method: 'POST',
  path: '/targets/acknowledgements/reminders',
  permission: 'plan',
  summary: 'Remind those who have not seen their published targets',
  body: ReminderInput,
  response: Reminded,
  errors: ['unknownUnit', 'unknownPeriod'],
});
export const listPublishedChanges = defineRoute({
  id: 'listPublishedChanges',
  method: 'GET',
  path: '/targets/changes',
  permission: 'read',
  summary: "Every change to a unit's published targets of a year",
  query: AcknowledgementQuery,
  response: PublishedChanges,
  errors: ['unknownUnit', 'unknownPeriod'],
});

import { Type } from 'typebox';
import { ActivitiesSaved, ActivityChanges, ActivityGrid, ActivityQuery } from '../schemas/activity';
import { Nothing } from '../schemas/common';
import {
  MeasureChange,
  MeasureCode,
  MeasureInput,
  Measures,
  MeasureSaved,
  MeasureUse,
  TargetsMove,
  TargetsMoved,
} from '../schemas/measure';
import { defineRoute } from './route';

const ByCode = Type.Object({ code: MeasureCode });

export const listMeasures = defineRoute({
  id: 'listMeasures',
  method: 'GET',
  path: '/measures',
  permission: 'read',
  summary: 'What is measured, and how each measure is computed',
  response: Measures,
});
export const createMeasure = defineRoute({
  id: 'createMeasure',
  method: 'POST',
  path: '/measures',
  permission: 'administer',
  summary: 'Add a measure of your own',
  body: MeasureInput,
  response: MeasureSaved,
  errors: ['invalidInput', 'measureExists'],
});
export const changeMeasure = defineRoute({
  id: 'changeMeasure',
  method: 'PUT',
  path: '/measures/:code',
  permission: 'administer',
  params: ByCode,
  body: MeasureChange,
  response: MeasureSaved,
  summary:
    'Change a measure of your own; another computation makes a new version and leaves what was made with the old one',
  errors: ['invalidInput', 'unknownMeasure', 'shippedMeasure', 'notNewest'],
});
export const archiveMeasure = defineRoute({
  id: 'archiveMeasure',
  method: 'PUT',
  path: '/measures/:code/archived',
  permission: 'administer',
  summary: 'Put a measure aside, or offer it again',
  params: ByCode,
  body: Type.Object({ isArchived: Type.Boolean() }, { additionalProperties: false }),
  response: MeasureSaved,
  errors: ['unknownMeasure', 'revenueStays'],
});
export const deleteMeasure = defineRoute({
  id: 'deleteMeasure',
  method: 'DELETE',
  path: '/measures/:code',
  permission: 'administer',
  summary: 'Delete a measure of your own that nothing uses, with all its versions',
  params: ByCode,
  response: Nothing,
  errors: ['unknownMeasure', 'shippedMeasure', 'measureInUse'],
});
export const getMeasureUse = defineRoute({
  id: 'getMeasureUse',
  method: 'GET',
  path: '/measures/:code/use',
  permission: 'read',
  summary: 'What stands on a measure',
  params: ByCode,
  response: MeasureUse,
  errors: ['unknownMeasure'],
});
export const moveTargets = defineRoute({
  id: 'moveTargets',
  method: 'POST',
  path: '/measures/:code/targets',
  permission: 'administer',
  summary: "Move a plan's targets of other versions to this one",
  params: ByCode,
  body: TargetsMove,
  response: TargetsMoved,
  errors: ['unknownMeasure', 'unknownPlan', 'reasonNeeded', 'monthClosed'],
});
export const getActivities = defineRoute({
  id: 'getActivities',
  method: 'GET',
  path: '/activities',
  permission: 'read',
  summary: 'Typed-in values of a unit and all below it',
  query: ActivityQuery,
  response: ActivityGrid,
  errors: ['unknownUnit', 'unknownPeriod', 'unknownMeasure', 'notTypedIn'],
});
export const saveActivities = defineRoute({
  id: 'saveActivities',
  maxBytes: 12_000_000,
  method: 'PUT',
  path: '/activities',
  permission: 'book',
  summary: 'Type in values, all or none',
  body: ActivityChanges,
  response: ActivitiesSaved,
  errors: ['invalidInput', 'valuesChanged'],
});

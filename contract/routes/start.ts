import { Nothing } from '../schemas/common';
import { FirstSteps } from '../schemas/firstSteps';
import { StartQuery, StartView, Visit } from '../schemas/start';
import { defineRoute } from './route';

export const getStart = defineRoute({
  id: 'getStart',
  method: 'GET',
  path: '/start',
  permission: 'read',
  summary: 'Where a unit stands, what makes its gap, and what there is to do',
  query: StartQuery,
  response: StartView,
  errors: ['unknownUnit', 'unknownPeriod', 'unknownMeasure'],
});
export const getFirstSteps = defineRoute({
  id: 'getFirstSteps',
  method: 'GET',
  path: '/first-steps',
  permission: 'self',
  summary: 'What a newcomer of one’s role does once, and what of it one has done',
  response: FirstSteps,
});
export const recordVisit = defineRoute({
  id: 'recordVisit',
  method: 'POST',
  path: '/visits',
  permission: 'self',
  summary: 'Say that one is here; answers since when one was away',
  body: Nothing,
  response: Visit,
});

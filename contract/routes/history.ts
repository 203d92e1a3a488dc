import { DealsAsOf, DealsAsOfQuery, WhatChanged, WhatChangedQuery } from '../schemas/dealHistory';
import { defineRoute } from './route';

export const getWhatChanged = defineRoute({
  id: 'getWhatChanged',
  method: 'GET',
  path: '/what-changed',
  permission: 'read',
  summary: 'What changed the won revenue of a unit and period between two moments, in money',
  query: WhatChangedQuery,
  response: WhatChanged,
  errors: ['unknownUnit', 'unknownPeriod', 'invalidInput'],
});
export const listDealsAsOf = defineRoute({
  id: 'listDealsAsOf',
  method: 'GET',
  path: '/deals/as-of',
  permission: 'read',
  summary: 'The deals of a unit and period as they stood at a past moment',
  query: DealsAsOfQuery,
  response: DealsAsOf,
  errors: ['unknownUnit', 'unknownPeriod'],
});

import { Nothing } from '../schemas/common';
import { ClosedMonths, MonthOpening, MonthParams, MonthsClosing } from '../schemas/plan';
import { defineRoute } from './route';

export const listClosedMonths = defineRoute({
  id: 'listClosedMonths',
  method: 'GET',
  path: '/closed-months',
  permission: 'read',
  summary: 'Months that are closed',
  response: ClosedMonths,
});

export const closeMonth = defineRoute({
  id: 'closeMonth',
  method: 'PUT',
  path: '/closed-months/:period',
  permission: 'administer',
  summary: 'Close a month that has ended',
  params: MonthParams,
  response: Nothing,
  errors: ['unknownPeriod', 'notEnded'],
});

export const closeMonths = defineRoute({
  id: 'closeMonths',
  method: 'POST',
  path: '/closed-months',
  permission: 'administer',
  summary: 'Close months that have ended, for the company or a branch: all of them or none',
  body: MonthsClosing,
  response: ClosedMonths,
  errors: ['unknownPeriod', 'unknownUnit', 'notEnded', 'invalidInput'],
});

export const openMonth = defineRoute({
  id: 'openMonth',
  method: 'POST',
  path: '/closed-months/:period/open',
  permission: 'administer',
  summary: 'Open a closed month again, by name and with a reason',
  params: MonthParams,
  body: MonthOpening,
  response: Nothing,
  errors: ['unknownPeriod', 'unknownUnit', 'invalidInput'],
});

import { Type } from 'typebox';
import { Me } from '../schemas/access';
import {
  ClosedDay,
  ClosedDaysChange,
  ClosedDaysQuery,
  Holidays,
  HolidaysQuery,
} from '../schemas/closedDay';
import { Nothing } from '../schemas/common';
import {
  CalendarChange,
  Company,
  FirstRunInput,
  FirstRunState,
  SampleData,
  SampleDataRemoval,
} from '../schemas/company';
import { Freshness } from '../schemas/freshness';
import { defineRoute } from './route';

export const getFirstRun = defineRoute({
  id: 'getFirstRun',
  method: 'GET',
  path: '/first-run',
  permission: 'anyone',
  summary: 'Whether the company exists yet',
  response: FirstRunState,
});
export const createCompany = defineRoute({
  id: 'createCompany',
  maxBytes: 2_000_000,
  method: 'POST',
  path: '/first-run',
  permission: 'anyone',
  summary: 'Create the company, its calendar, administrator and first units',
  body: FirstRunInput,
  response: Me,
  status: 201,
  errors: ['alreadySetUp', 'invalidInput'],
});
export const getSampleData = defineRoute({
  id: 'getSampleData',
  method: 'GET',
  path: '/sample-data',
  permission: 'administer',
  summary: 'What goes when the sample data are put away',
  response: SampleData,
});
export const removeSampleData = defineRoute({
  id: 'removeSampleData',
  method: 'POST',
  path: '/sample-data/removal',
  permission: 'administer',
  browserOnly: true,
  summary: 'Put the sample data away and keep people, units and setup',
  body: SampleDataRemoval,
  response: Company,
  errors: ['noSampleData', 'invalidInput'],
});
export const replaceSampleCompany = defineRoute({
  id: 'replaceSampleCompany',
  maxBytes: 2_000_000,
  method: 'POST',
  path: '/sample-data/company',
  permission: 'administer',
  browserOnly: true,
  summary: 'Put the sample company away whole, and begin with one of your own',
  body: FirstRunInput,
  response: Me,
  status: 201,
  errors: ['noSampleData', 'invalidInput'],
});
export const getCompany = defineRoute({
  id: 'getCompany',
  method: 'GET',
  path: '/company',
  permission: 'read',
  summary: 'Company, calendar and business date',
  response: Company,
});
export const getFreshness = defineRoute({
  id: 'getFreshness',
  method: 'GET',
  path: '/freshness',
  permission: 'read',
  summary: 'How far the bookings reach, and when the last of them came',
  response: Freshness,
});
export const changeCalendar = defineRoute({
  id: 'changeCalendar',
  method: 'PUT',
  path: '/company/calendar',
  permission: 'administer',
  summary: 'Change the fiscal calendar, working weekdays and time zone',
  body: CalendarChange,
  response: Company,
  errors: ['invalidInput', 'closedMonthsFirst'],
});
export const changeSharing = defineRoute({
  id: 'changeSharing',
  method: 'PUT',
  path: '/company/sharing',
  permission: 'administer',
  summary: 'What salespeople see of each other',
  body: Type.Object({ sharesTeamLadder: Type.Boolean() }, { additionalProperties: false }),
  response: Company,
});
export const listClosedDays = defineRoute({
  id: 'listClosedDays',
  method: 'GET',
  path: '/closed-days',
  permission: 'read',
  summary: 'Days on which all or one of the branches do not work',
  query: ClosedDaysQuery,
  response: Type.Array(ClosedDay),
});
export const changeClosedDays = defineRoute({
  id: 'changeClosedDays',
  maxBytes: 512_000,
  method: 'PUT',
  path: '/closed-days',
  permission: 'administer',
  summary: 'Close and open days, all or none',
  body: ClosedDaysChange,
  response: Nothing,
  errors: ['invalidInput'],
});
export const getHolidays = defineRoute({
  id: 'getHolidays',
  method: 'GET',
  path: '/holidays',
  permission: 'read',
  summary: 'Public holidays of a country and year',
  query: HolidaysQuery,
  response: Holidays,
});

import { CalendarChange, Company, FirstRunInput, FirstRunState } from '../schemas/company';
import { Me } from '../schemas/access';
import { UnitInput, UnitSummary } from '../schemas/unit';
import { defineRoute } from './route';

export const getFirstRun = defineRoute({
  id: 'getFirstRun', method: 'GET', path: '/first-run', permission: 'anyone', summary: 'Whether the company exists yet', answer: FirstRunState,
});
export const createCompany = defineRoute({
  id: 'createCompany', method: 'POST', path: '/first-run', permission: 'anyone', summary: 'Create the company, its calendar, administrator and first units',
  body: FirstRunInput, answer: Me, status: 201, errors: ['alreadySetUp', 'invalidInput'],
});
export const getCompany = defineRoute({
  id: 'getCompany', method: 'GET', path: '/company', permission: 'read', summary: 'Company, calendar and business date', answer: Company,
});
export const changeCalendar = defineRoute({
  id: 'changeCalendar', method: 'PUT', path: '/company/calendar', permission: 'administer', summary: 'Change the fiscal calendar, working weekdays and time zone', body: CalendarChange, answer: Company,
  errors: ['invalidInput', 'closedMonthsFirst'],
});
export const createUnit = defineRoute({
  id: 'createUnit', method: 'POST', path: '/units', permission: 'plan', summary: 'Add a branch, team or salesperson', body: UnitInput, answer: UnitSummary, status: 201,
  errors: ['invalidInput', 'outsideUnit'],
});

import { Type } from 'typebox';
import { Id, Nothing } from '../schemas/common';
import { DailyMail, Report, ReportInput, Reports, ReportSent, ShareInput } from '../schemas/report';
import { defineRoute } from './route';

const ReportId = Type.Object({ id: Id });

export const listReports = defineRoute({
  id: 'listReports',
  method: 'GET',
  path: '/reports',
  permission: 'read',
  summary: 'One’s own standing reports, and what was sent',
  response: Reports,
});
export const createReport = defineRoute({
  id: 'createReport',
  method: 'POST',
  path: '/reports',
  permission: 'book',
  summary: 'Send a kept view by mail, daily, weekly, monthly or on working days',
  body: ReportInput,
  response: Report,
  status: 201,
  errors: ['invalidInput', 'tooManyReports'],
});
export const changeReport = defineRoute({
  id: 'changeReport',
  method: 'PUT',
  path: '/reports/:id',
  permission: 'book',
  summary: 'Change a report of one’s own',
  params: ReportId,
  body: ReportInput,
  response: Report,
  errors: ['invalidInput', 'notFound'],
});
export const removeReport = defineRoute({
  id: 'removeReport',
  method: 'DELETE',
  path: '/reports/:id',
  permission: 'book',
  summary: 'Remove a report of one’s own',
  params: ReportId,
  response: Nothing,
  errors: ['notFound'],
});
export const sendReportToMe = defineRoute({
  id: 'sendReportToMe',
  method: 'POST',
  path: '/reports/:id/send',
  permission: 'book',
  summary: 'Send a report to oneself now',
  params: ReportId,
  response: ReportSent,
  errors: ['notFound'],
});
export const shareView = defineRoute({
  id: 'shareView',
  method: 'POST',
  path: '/shares',
  permission: 'book',
  summary: 'Send a view by mail once, each receiver by their own rights',
  body: ShareInput,
  response: ReportSent,
  errors: ['invalidInput'],
});
export const getDailyMail = defineRoute({
  id: 'getDailyMail',
  method: 'GET',
  path: '/daily-mail',
  permission: 'self',
  summary: 'Whether and when one wants the daily mail',
  response: DailyMail,
});
export const saveDailyMail = defineRoute({
  id: 'saveDailyMail',
  method: 'PUT',
  path: '/daily-mail',
  permission: 'self',
  summary: 'Choose whether and when to get the daily mail',
  body: DailyMail,
  response: DailyMail,
});

import { Type } from 'typebox';
import { LongId } from '../schemas/common';
import { DealFilterQuery } from '../schemas/deal';
import { ExportQuery, ImportKind } from '../schemas/import';
import { defineRoute } from './route';

const Kind = Type.Object({ kind: ImportKind });

export const exportFile = defineRoute({
  id: 'exportFile',
  method: 'GET',
  path: '/exports/:kind',
  permission: 'read',
  summary: 'The same file an import takes; targets of a draft when one is named',
  params: Kind,
  query: ExportQuery,
  errors: ['unknownPlan', 'unknownUnit', 'unknownPeriod'],
  responseType: 'text/csv',
});

export const exportDealCalendar = defineRoute({
  id: 'exportDealCalendar',
  method: 'GET',
  path: '/deals.ics',
  permission: 'read',
  summary: 'Expected days of open deals, as iCalendar (RFC 5545)',
  query: DealFilterQuery,
  errors: ['unknownUnit', 'unknownPeriod', 'invalidInput'],
  responseType: 'text/calendar',
});

export const exportDealHistory = defineRoute({
  id: 'exportDealHistory',
  method: 'GET',
  path: '/deals/:id/history.csv',
  permission: 'read',
  summary: 'Every past state of a deal, with who, when and why, as CSV',
  params: Type.Object({ id: LongId }),
  errors: ['unknownDeal'],
  responseType: 'text/csv',
});

import { PrintQuery } from '../schemas/print';
import { defineRoute } from './route';

export const printStanding = defineRoute({
  id: 'printStanding',
  method: 'GET',
  path: '/attainment/export',
  permission: 'read',
  summary:
    'A standing as one page (PDF, PNG, SVG) or as its numbers (CSV, XLSX), with the same words and grades and what they mean',
  query: PrintQuery,
  responseType: 'application/pdf',
  errors: ['unknownUnit', 'unknownPeriod', 'unknownMeasure'],
});

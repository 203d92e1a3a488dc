import { PrintQuery } from '../schemas/print';
import { defineRoute } from './route';

export const printStanding = defineRoute({
  id: 'printStanding', method: 'GET', path: '/standing/file', permission: 'read', summary: 'A standing as one page (PDF, PNG, SVG) or as its numbers (CSV, XLSX), with the same words and grades and what they mean',
  query: PrintQuery,
  answerType: 'application/pdf', errors: ['unknownUnit', 'unknownPeriod', 'unknownMeasure'],
});

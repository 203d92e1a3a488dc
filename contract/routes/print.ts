import { ComparisonFileQuery, ExploreFileQuery, PrintQuery } from '../schemas/print';
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

export const printComparison = defineRoute({
  id: 'printComparison',
  method: 'GET',
  path: '/comparison/export',
  permission: 'read',
  summary: 'A comparison as pages (PDF) or as a workbook (XLSX), with the notes about its figures',
  query: ComparisonFileQuery,
  responseType: 'application/pdf',
  errors: ['unknownUnit', 'unknownPeriod', 'unknownMeasure', 'unknownPlan', 'invalidInput'],
});

export const printExplore = defineRoute({
  id: 'printExplore',
  method: 'GET',
  path: '/explore/export',
  permission: 'read',
  summary:
    'What is explored as pages (PDF) or as a workbook (XLSX): a table a dimension, of what passes the choices',
  query: ExploreFileQuery,
  responseType: 'application/pdf',
  errors: ['unknownUnit', 'unknownPeriod', 'tooManyLines', 'invalidInput'],
});

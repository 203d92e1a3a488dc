import { ComparisonQuery, ComparisonView } from '../schemas/comparison';
import { CrossTable, CrossTableQuery } from '../schemas/crossTable';
import { MeasuresByMonth, MeasuresByMonthQuery } from '../schemas/measuresByMonth';
import { ExploreQuery } from '../schemas/slice';
import { SliceAttainment, SliceAttainmentQuery } from '../schemas/sliceAttainment';
import { defineRoute } from './route';

export const exploreLines = defineRoute({
  id: 'exploreLines',
  method: 'GET',
  path: '/explore/lines',
  permission: 'read',
  summary:
    "The credited lines of a unit's won deals in a period and the year before, as columns (docs/files.md)",
  query: ExploreQuery,
  responseType: 'application/octet-stream',
  errors: ['unknownUnit', 'unknownPeriod', 'tooManyLines'],
});

export const getComparison = defineRoute({
  id: 'getComparison',
  method: 'GET',
  path: '/comparison',
  permission: 'read',
  summary:
    'A figure against another period or its target: what made the difference, the lead over last year, status by month, year by year',
  query: ComparisonQuery,
  response: ComparisonView,
  errors: ['unknownUnit', 'unknownPeriod', 'unknownMeasure', 'unknownPlan', 'invalidInput'],
});

export const getMeasuresByMonth = defineRoute({
  id: 'getMeasuresByMonth',
  method: 'GET',
  path: '/measures-by-month',
  permission: 'read',
  summary:
    'Two to four measures of a unit month by month, and how closely the first goes with each other',
  query: MeasuresByMonthQuery,
  response: MeasuresByMonth,
  errors: ['unknownUnit', 'unknownPeriod', 'unknownMeasure', 'invalidInput'],
});

export const getSliceAttainment = defineRoute({
  id: 'getSliceAttainment',
  method: 'GET',
  path: '/slice-attainment',
  permission: 'read',
  summary:
    "Where a unit's products, categories, customers, customer groups, sources or locations stand against their own targets",
  query: SliceAttainmentQuery,
  response: SliceAttainment,
  errors: ['unknownUnit', 'unknownPeriod', 'unknownMeasure', 'invalidInput'],
});

export const getCrossTable = defineRoute({
  id: 'getCrossTable',
  method: 'GET',
  path: '/cross-table',
  permission: 'read',
  summary:
    'What a unit sold by two things at once, such as what to whom; all others as one, so that nothing is left out',
  query: CrossTableQuery,
  response: CrossTable,
  errors: ['unknownUnit', 'unknownPeriod', 'invalidInput'],
});

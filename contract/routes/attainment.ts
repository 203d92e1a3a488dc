import {
  StandingQuery,
  Standings,
  StandingView,
  UnitAttainments,
  UnitAttainmentsQuery,
  YearOverview,
  YearOverviewQuery,
} from '../schemas/attainment';
import {
  Breakdown,
  BreakdownQuery,
  ContributingDeals,
  ContributingDealsQuery,
} from '../schemas/contributingDeals';
import { Contributions, ContributionsQuery } from '../schemas/contributions';
import { LadderQuery, LadderView } from '../schemas/ladder';
import {
  MeasureComparison,
  MeasureComparisonQuery,
  SalesMixQuery,
  SalesMixView,
  ScorecardQuery,
  ScorecardView,
} from '../schemas/scorecard';
import { SeriesQuery, SeriesView } from '../schemas/series';
import { defineRoute } from './route';

export const getStanding = defineRoute({
  id: 'getStanding',
  method: 'GET',
  path: '/attainment',
  permission: 'read',
  summary: 'Where a unit stands in a period',
  query: StandingQuery,
  response: StandingView,
  errors: ['unknownUnit', 'unknownPeriod', 'unknownMeasure'],
});
export const listUnitAttainments = defineRoute({
  id: 'listUnitAttainments',
  method: 'GET',
  path: '/attainment/units',
  permission: 'read',
  summary: 'The units one may see, with status and attainment',
  query: UnitAttainmentsQuery,
  response: UnitAttainments,
  errors: ['unknownPeriod', 'unknownMeasure'],
});
export const getYearOverview = defineRoute({
  id: 'getYearOverview',
  method: 'GET',
  path: '/attainment/by-period',
  permission: 'read',
  summary: "A unit's fiscal year by month and quarter",
  query: YearOverviewQuery,
  response: YearOverview,
  errors: ['unknownUnit', 'unknownPeriod', 'unknownMeasure'],
});
export const getStandings = defineRoute({
  id: 'getStandings',
  method: 'GET',
  path: '/attainment/all',
  permission: 'read',
  summary: 'All units for a period and the year to date, with last year at the same point',
  query: UnitAttainmentsQuery,
  response: Standings,
  errors: ['unknownPeriod', 'unknownMeasure'],
});
export const getLadder = defineRoute({
  id: 'getLadder',
  method: 'GET',
  path: '/ladder',
  permission: 'read',
  summary:
    'Salespeople, teams or branches ranked, with their place at the same point of the prior period',
  query: LadderQuery,
  response: LadderView,
  errors: ['unknownUnit', 'unknownPeriod', 'unknownMeasure'],
});
export const getSeries = defineRoute({
  id: 'getSeries',
  method: 'GET',
  path: '/series',
  permission: 'read',
  summary:
    'A period of a unit by day, week, month or quarter, single and added up, each part with its target and grade',
  query: SeriesQuery,
  response: SeriesView,
  errors: ['unknownUnit', 'unknownPeriod', 'unknownMeasure', 'wrongStep'],
});
export const getScorecard = defineRoute({
  id: 'getScorecard',
  method: 'GET',
  path: '/scorecard',
  permission: 'read',
  summary: 'Several measures of one unit: month, quarter to date, year to date',
  query: ScorecardQuery,
  response: ScorecardView,
  errors: ['unknownUnit', 'unknownPeriod', 'unknownMeasure'],
});
export const compareMeasures = defineRoute({
  id: 'compareMeasures',
  method: 'GET',
  path: '/measure-comparison',
  permission: 'read',
  summary: 'Two measures of all units of a level side by side',
  query: MeasureComparisonQuery,
  response: MeasureComparison,
  errors: ['unknownUnit', 'unknownPeriod', 'unknownMeasure'],
});
export const getSalesMix = defineRoute({
  id: 'getSalesMix',
  method: 'GET',
  path: '/sales-mix',
  permission: 'read',
  summary:
    'How many customers, products and locations a result is made of, its average deal and days to close',
  query: SalesMixQuery,
  response: SalesMixView,
  errors: ['unknownUnit', 'unknownPeriod'],
});
export const listContributingDeals = defineRoute({
  id: 'listContributingDeals',
  method: 'GET',
  path: '/attainment/deals',
  permission: 'read',
  summary: 'The won deals that a booked figure adds up from',
  query: ContributingDealsQuery,
  response: ContributingDeals,
  errors: ['unknownUnit', 'unknownPeriod'],
});
export const getContributions = defineRoute({
  id: 'getContributions',
  method: 'GET',
  path: '/attainment/contributions',
  permission: 'read',
  summary: 'The rows that make a figure of any measure: deals, names or typed-in values',
  query: ContributionsQuery,
  response: Contributions,
  errors: ['unknownUnit', 'unknownPeriod', 'unknownMeasure'],
});
export const getBreakdown = defineRoute({
  id: 'getBreakdown',
  method: 'GET',
  path: '/attainment/breakdown',
  permission: 'read',
  summary: 'A booked figure by salesperson, customer, product, category, source or location',
  query: BreakdownQuery,
  response: Breakdown,
  errors: ['unknownUnit', 'unknownPeriod'],
});

import { ApartQuery, ApartView, BehindQuery, BehindView } from '../schemas/behind';
import { LadderQuery, LadderView } from '../schemas/ladder';
import { BreadthQuery, BreadthView, PairQuery, PairView, ScorecardQuery, ScorecardView } from '../schemas/scorecard';
import { SeriesQuery, SeriesView } from '../schemas/series';
import { Standings, StandingQuery, StandingView, Strip, StripQuery, Tree, TreeQuery } from '../schemas/standing';
import { defineRoute } from './route';

export const getStanding = defineRoute({
  id: 'getStanding', method: 'GET', path: '/standing', permission: 'read', summary: 'Where a unit stands in a period',
  query: StandingQuery, answer: StandingView, errors: ['unknownUnit', 'unknownPeriod', 'unknownMeasure'],
});
export const getTree = defineRoute({
  id: 'getTree', method: 'GET', path: '/tree', permission: 'read', summary: 'The units one may see, with status and attainment',
  query: TreeQuery, answer: Tree, errors: ['unknownPeriod', 'unknownMeasure'],
});
export const getStrip = defineRoute({
  id: 'getStrip', method: 'GET', path: '/strip', permission: 'read', summary: "A unit's fiscal year by month and quarter",
  query: StripQuery, answer: Strip, errors: ['unknownUnit', 'unknownPeriod', 'unknownMeasure'],
});
export const getStandings = defineRoute({
  id: 'getStandings', method: 'GET', path: '/standings', permission: 'read', summary: 'All units for a period and the year to date, with last year at the same point',
  query: TreeQuery, answer: Standings, errors: ['unknownPeriod', 'unknownMeasure'],
});
export const getLadder = defineRoute({
  id: 'getLadder', method: 'GET', path: '/ladder', permission: 'read', summary: 'Salespeople, teams or branches ranked, with their place at the same point of the prior period',
  query: LadderQuery, answer: LadderView, errors: ['unknownUnit', 'unknownPeriod', 'unknownMeasure'],
});
export const getSeries = defineRoute({
  id: 'getSeries', method: 'GET', path: '/series', permission: 'read', summary: 'A period of a unit by day, week, month or quarter, single and added up, each part with its target and grade',
  query: SeriesQuery, answer: SeriesView, errors: ['unknownUnit', 'unknownPeriod', 'unknownMeasure', 'wrongStep'],
});
export const getScorecard = defineRoute({
  id: 'getScorecard', method: 'GET', path: '/scorecard', permission: 'read', summary: 'Several measures of one unit: month, quarter to date, year to date',
  query: ScorecardQuery, answer: ScorecardView, errors: ['unknownUnit', 'unknownPeriod', 'unknownMeasure'],
});
export const getPairs = defineRoute({
  id: 'getPairs', method: 'GET', path: '/pairs', permission: 'read', summary: 'Two measures of all units of a level side by side',
  query: PairQuery, answer: PairView, errors: ['unknownUnit', 'unknownPeriod', 'unknownMeasure'],
});
export const getBreadth = defineRoute({
  id: 'getBreadth', method: 'GET', path: '/breadth', permission: 'read', summary: 'How many products, customers and places a result rests on, its average deal and days to close',
  query: BreadthQuery, answer: BreadthView, errors: ['unknownUnit', 'unknownPeriod'],
});
export const getBehind = defineRoute({
  id: 'getBehind', method: 'GET', path: '/standing/deals', permission: 'read', summary: 'The won deals that a booked figure adds up from',
  query: BehindQuery, answer: BehindView, errors: ['unknownUnit', 'unknownPeriod'],
});
export const takeApart = defineRoute({
  id: 'takeApart', method: 'GET', path: '/standing/apart', permission: 'read', summary: 'A booked figure by salesperson, customer, product, category, source or location',
  query: ApartQuery, answer: ApartView, errors: ['unknownUnit', 'unknownPeriod'],
});

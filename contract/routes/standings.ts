import { Type } from 'typebox';
import { LadderQuery, LadderView } from '../schemas/ladder';
import { Standings, StandingQuery, StandingView, Strip, StripQuery, TreeNode, TreeQuery } from '../schemas/standing';
import { defineRoute } from './route';

export const getStanding = defineRoute({
  id: 'getStanding', method: 'GET', path: '/standing', permission: 'read', summary: 'Where a unit stands in a period',
  query: StandingQuery, answer: StandingView, errors: ['unknownUnit', 'unknownPeriod'],
});
export const getTree = defineRoute({
  id: 'getTree', method: 'GET', path: '/tree', permission: 'read', summary: 'The units one may see, with status and attainment',
  query: TreeQuery, answer: Type.Array(TreeNode), errors: ['unknownPeriod'],
});
export const getStrip = defineRoute({
  id: 'getStrip', method: 'GET', path: '/strip', permission: 'read', summary: "A unit's fiscal year by month and quarter",
  query: StripQuery, answer: Strip, errors: ['unknownUnit', 'unknownPeriod'],
});
export const getStandings = defineRoute({
  id: 'getStandings', method: 'GET', path: '/standings', permission: 'read', summary: 'All units for a period and the year to date, with last year at the same point',
  query: TreeQuery, answer: Standings, errors: ['unknownPeriod'],
});
export const getLadder = defineRoute({
  id: 'getLadder', method: 'GET', path: '/ladder', permission: 'read', summary: 'Salespeople, teams or branches ranked, with their place at the same point of the prior period',
  query: LadderQuery, answer: LadderView, errors: ['unknownUnit', 'unknownPeriod', 'unknownMeasure'],
});

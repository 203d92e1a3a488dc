export { addDealRoutes } from './routes';
export { buildDealChecker, checkDeal, type DealChecker } from './check';
export type { DealFacts } from './facts';
export { segmentsOf } from './service';
export { DEAL_COLUMNS, DEAL_JOINS, inSegments, toDeal } from './repository';

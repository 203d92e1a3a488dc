export { addDealRoutes } from './routes';
export { buildDealChecker, checkDeal, type DealChecker } from './check';
export type { DealFacts } from './facts';
export { creditedPartOf, readFilter, memberSpansOf, whereOf, type DealFilter } from './filter';
export { sumsOf } from './page';
export { voidStored } from './service';
export { loadGroups } from './groups';
export { loadDealAfter, loadHistory } from './history';
export {
  DEAL_COLUMNS,
  DEAL_JOINS,
  inMemberSpans,
  loadDeal,
  pastColumns,
  toDeal,
  type DealRecord,
} from './repository';

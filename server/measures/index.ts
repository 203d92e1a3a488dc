export { addMeasureRoutes } from './routes';
export {
  checkActivity,
  keyOf,
  loadActivities,
  writeActivities,
  type ActivityFacts,
} from './activities';
export { findDoubleTotal, findTotalAt, type TotalAt } from './monthlyTotals';
export { createMeasure } from './service';

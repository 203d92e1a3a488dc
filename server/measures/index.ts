export { addMeasureRoutes } from './routes';
export {
  checkActivity,
  keyOf,
  loadActivities,
  writeActivities,
  type ActivityFacts,
} from './activities';
export { createMeasure } from './service';

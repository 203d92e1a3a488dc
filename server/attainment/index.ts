export { findMeasure, findMonth, findPeriod } from './find';
export { addAttainmentRoutes } from './routes';
export { viewStanding, viewStandings } from './service';
export { StatusList } from './statusList';
export { viewStandingWhole } from './whole';
export {
  toAttainmentText,
  toFigures,
  toMeasureRecord,
  toPeriodView,
  toPlaceView,
  toUnitSummary,
} from './views';
export { viewUnassigned } from './unassigned';

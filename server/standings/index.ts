export { findMeasure, findPeriod } from './find';
export { addStandingRoutes } from './routes';
export { viewStandings } from './service';
export { toAttainmentText, toMeasureRecord, toPeriodView, toUnitSummary } from './views';

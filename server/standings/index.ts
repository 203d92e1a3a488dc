export { addStandingRoutes, findMeasure, findPeriod } from './routes';
export { viewStandings } from './service';
export { toMeasureRecord, toPeriodView, toUnitSummary } from './views';

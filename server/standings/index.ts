export { findMeasure, findPeriod } from './find';
export { addStandingRoutes } from './routes';
export { viewStandings } from './service';
export { viewStandingWhole } from './whole';
export { toAttainmentText, toFigures, toMeasureRecord, toPeriodView, toPlaceView, toUnitSummary } from './views';

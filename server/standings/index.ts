export { addStandingRoutes, findPeriod } from './routes';
export { viewStandings } from './service';
export { toPeriodView, toUnitSummary } from './views';

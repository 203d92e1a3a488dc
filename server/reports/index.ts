export { addReportRoutes } from './routes';
export { startReports } from './sender';

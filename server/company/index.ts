export { findHolidays } from './closedDays';
export { addCompanyRoutes } from './routes';

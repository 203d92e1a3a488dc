export { addCompanyRoutes } from './routes';

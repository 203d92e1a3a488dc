export { addCommissionRoutes } from './routes';

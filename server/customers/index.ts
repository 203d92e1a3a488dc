export { addCustomerRoutes } from './routes';

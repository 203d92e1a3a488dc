export { addKeptViewRoutes } from './routes';

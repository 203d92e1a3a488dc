export { addPastRoutes } from './routes';

export { addSliceRoutes } from './routes';

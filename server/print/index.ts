export { addPrintRoutes } from './routes';

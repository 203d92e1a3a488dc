export { listKeptViews } from './service';
export { addKeptViewRoutes } from './routes';

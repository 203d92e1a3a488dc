export { addPipelineRoutes } from './routes';

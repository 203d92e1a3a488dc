export { addPipelineRoutes } from './routes';
export { viewPipeline } from './service';

export { addLiveRoutes } from './routes';
export { streamChanges } from './stream';

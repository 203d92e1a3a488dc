export { addFeedRoutes } from './routes';
export { addSource, findSource } from './sources';

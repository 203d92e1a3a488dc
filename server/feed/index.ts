export { addFeedRoutes } from './routes';
export { addSource, findSource, sealSecrets } from './sources';

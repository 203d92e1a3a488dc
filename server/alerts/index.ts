export { startAlerts } from './engine';
export { listWaitingAlerts } from './list';
export { addAlertRoutes } from './routes';

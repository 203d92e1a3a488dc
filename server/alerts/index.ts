export { startAlerts } from './engine';
export { describeStoredAlert, listWaitingAlerts } from './list';
export { addAlertRoutes } from './routes';

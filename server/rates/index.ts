export { addRateRoutes } from './routes';
export { findRateFaults } from './check';
export { changeRates, listRates } from './service';

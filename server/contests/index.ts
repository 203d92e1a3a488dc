export { loadPaidAwards } from './awards';
export { startContests } from './engine';
export { addContestRoutes } from './routes';

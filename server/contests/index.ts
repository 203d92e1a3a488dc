export { loadPaidAwards } from './awards';
export { contestsOnBoard } from './boards';
export { startContests } from './engine';
export { evaluateContests } from './evaluate';
export { membersByRule } from './members';
export { addContestRoutes } from './routes';
export { addContest, startContest } from './service';

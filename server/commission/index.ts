export { approveStatement, payStatements } from './approval';
export { addPlan } from './planService';
export { addCommissionRoutes } from './routes';
export { listStatements } from './statements';
export { Summaries } from './summaries';

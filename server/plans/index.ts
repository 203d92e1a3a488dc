export { addPlanRoutes } from './routes';
export { findPlan, findPublished, seesPlan, withPlan } from './access';
export { refuseClosed } from './closing';
export { createPlan, startDraft } from './drafts';
export { loadPlanSummary } from './summary';
export { type ComparedPlan, findComparedPlan } from './planTargets';
export { publishPlan } from './publication';
export { closeMonths } from './closing';

export { addPlanRoutes } from './routes';
export { findPlan, findPublished, seesPlan, withPlan } from './access';
export { refuseClosed } from './closing';
export { createPlan, loadPlanSummary, publishPlan, startDraft } from './service';

export { addPlanRoutes } from './routes';
export { findPlan, findPublished, withPlan } from './access';
export { refuseClosed } from './closing';
export { createPlan, loadPlanSummary, publishPlan, startDraft } from './service';

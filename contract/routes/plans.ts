import { Type } from 'typebox';
import { Id, Nothing } from '../schemas/common';
import {
  DifferenceQuery,
  GradeChanges,
  GradeChangesQuery,
  PlanDifference,
  PlanInput,
  PlanMade,
  PlanPublication,
  PlanPublished,
  PlanRates,
  PlanRatesSaved,
  PlansQuery,
  PlanSummary,
} from '../schemas/plan';
import { defineRoute } from './route';

const PlanId = Type.Object({ id: Id });

export const listPlans = defineRoute({
  id: 'listPlans',
  method: 'GET',
  path: '/plans',
  permission: 'read',
  summary: 'The published plan of a year, and for planners its drafts and what was replaced',
  query: PlansQuery,
  response: Type.Array(PlanSummary),
  errors: ['unknownPeriod'],
});
export const createPlan = defineRoute({
  id: 'createPlan',
  method: 'POST',
  path: '/plans',
  permission: 'plan',
  summary: 'Start a draft: empty, or as a copy',
  body: PlanInput,
  response: PlanMade,
  status: 201,
  errors: ['invalidInput', 'unknownPlan', 'unknownPeriod', 'noPublishedPlan'],
});
export const changePlanRates = defineRoute({
  id: 'changePlanRates',
  method: 'PUT',
  path: '/plans/:id/rates',
  permission: 'plan',
  summary: "A draft's fixed rates; targets set in these currencies are converted anew",
  params: PlanId,
  body: PlanRates,
  response: PlanRatesSaved,
  errors: ['unknownPlan', 'notADraft', 'invalidInput', 'ratesOfCompany'],
});
export const discardPlan = defineRoute({
  id: 'discardPlan',
  method: 'DELETE',
  path: '/plans/:id',
  permission: 'plan',
  summary: 'Discard a draft',
  params: PlanId,
  response: Nothing,
  errors: ['unknownPlan', 'notADraft', 'outsideUnit'],
});
export const restorePlan = defineRoute({
  id: 'restorePlan',
  method: 'POST',
  path: '/plans/:id/restore',
  permission: 'plan',
  summary: 'Bring a discarded draft back',
  params: PlanId,
  response: Nothing,
  errors: ['unknownPlan', 'notDiscarded', 'outsideUnit', 'invalidInput'],
});
export const publishPlan = defineRoute({
  id: 'publishPlan',
  method: 'POST',
  path: '/plans/:id/publish',
  permission: 'plan',
  summary: 'Publish a draft, whole or from a period on',
  params: PlanId,
  body: PlanPublication,
  response: PlanPublished,
  errors: ['unknownPlan', 'notADraft', 'outsideUnit', 'unknownPeriod', 'monthClosed'],
});
export const getPlanDifference = defineRoute({
  id: 'getPlanDifference',
  method: 'GET',
  path: '/plans/:id/difference',
  permission: 'plan',
  summary: 'What two plans have differently',
  params: PlanId,
  query: DifferenceQuery,
  response: PlanDifference,
  errors: ['unknownPlan'],
});
export const getGradeChanges = defineRoute({
  id: 'getGradeChanges',
  method: 'GET',
  path: '/plans/:id/grade-changes',
  permission: 'plan',
  summary: 'Whose grade would be another one if a draft were published',
  params: PlanId,
  query: GradeChangesQuery,
  response: GradeChanges,
  errors: ['unknownPlan', 'unknownPeriod'],
});

import { Type } from 'typebox';
import {
  ApprovalInput,
  CommissionCommentInput,
  CommissionEndInput,
  CommissionPlan,
  CommissionPlanInput,
  CommissionPlans,
  CommissionQuery,
  CommissionStatement,
  CommissionTrial,
  CommissionTrialInput,
  CommissionVersionInput,
  Liability,
  LiabilityQuery,
  PaymentInput,
  StatementExportQuery,
  StatementList,
  StatementQuery,
  WhatIf,
  WhatIfQuery,
} from '../schemas/commission';
import { Id, Nothing } from '../schemas/common';
import { defineRoute } from './route';

const PlanId = Type.Object({ id: Id });

export const listCommissionPlans = defineRoute({
  id: 'listCommissionPlans',
  method: 'GET',
  path: '/commission-plans',
  permission: 'plan',
  summary: 'Commission plans of the units one plans for, and those that hold for them from above',
  response: CommissionPlans,
});
export const addCommissionPlan = defineRoute({
  id: 'addCommissionPlan',
  method: 'POST',
  path: '/commission-plans',
  permission: 'plan',
  summary: 'Add a commission plan',
  body: CommissionPlanInput,
  response: CommissionPlan,
  status: 201,
  errors: ['invalidInput', 'unknownUnit', 'unknownPeriod', 'tooManyCommissionPlans'],
});
export const addCommissionVersion = defineRoute({
  id: 'addCommissionVersion',
  method: 'POST',
  path: '/commission-plans/:id/versions',
  permission: 'plan',
  summary: 'Other terms from a month on; those of the same month are replaced',
  params: PlanId,
  body: CommissionVersionInput,
  response: CommissionPlan,
  errors: ['invalidInput', 'notFound', 'unknownPeriod'],
});
export const endCommissionPlan = defineRoute({
  id: 'endCommissionPlan',
  method: 'PUT',
  path: '/commission-plans/:id/end',
  permission: 'plan',
  summary: 'The last month a plan pays',
  params: PlanId,
  body: CommissionEndInput,
  response: CommissionPlan,
  errors: ['invalidInput', 'notFound', 'unknownPeriod'],
});
export const removeCommissionPlan = defineRoute({
  id: 'removeCommissionPlan',
  method: 'DELETE',
  path: '/commission-plans/:id',
  permission: 'plan',
  summary: 'Remove a plan by which nothing was approved',
  params: PlanId,
  response: Nothing,
  errors: ['notFound', 'commissionPlanInUse'],
});
export const tryCommissionPlan = defineRoute({
  id: 'tryCommissionPlan',
  method: 'POST',
  path: '/commission-plans/trial',
  permission: 'plan',
  summary: 'What terms would have cost over the last quarters, and who gains and loses',
  body: CommissionTrialInput,
  response: CommissionTrial,
  errors: ['invalidInput', 'unknownUnit'],
});
export const listStatements = defineRoute({
  id: 'listStatements',
  method: 'GET',
  path: '/commission-statements',
  permission: 'read',
  summary: 'Statements of a month: one’s own, or of the unit’s people',
  query: CommissionQuery,
  response: StatementList,
  errors: ['unknownUnit', 'unknownPeriod', 'forbidden'],
});
export const getStatement = defineRoute({
  id: 'getStatement',
  method: 'GET',
  path: '/commission-statement',
  permission: 'read',
  summary: 'A statement with every line',
  query: StatementQuery,
  response: CommissionStatement,
  errors: ['unknownPeriod', 'notFound', 'forbidden'],
});
export const approveStatement = defineRoute({
  id: 'approveStatement',
  method: 'POST',
  path: '/commission-statement/approval',
  permission: 'plan',
  summary: 'Approve a statement as it was seen: it is locked, or waits for a second person',
  body: ApprovalInput,
  response: CommissionStatement,
  errors: ['unknownPeriod', 'notFound', 'statementChanged', 'notApprovable'],
});
export const payStatements = defineRoute({
  id: 'payStatements',
  method: 'POST',
  path: '/commission-statements/payment',
  permission: 'plan',
  summary: 'Say on which day the locked statements of a month were paid',
  body: PaymentInput,
  response: StatementList,
  errors: ['unknownUnit', 'unknownPeriod', 'invalidInput'],
});
export const commentStatement = defineRoute({
  id: 'commentStatement',
  method: 'POST',
  path: '/commission-statement/comments',
  permission: 'self',
  summary: 'Say something to a line of a statement',
  body: CommissionCommentInput,
  response: CommissionStatement,
  status: 201,
  errors: ['invalidInput', 'unknownPeriod', 'notFound', 'forbidden', 'tooManyReplies'],
});
export const settleComment = defineRoute({
  id: 'settleComment',
  method: 'POST',
  path: '/commission-comments/:id/settle',
  permission: 'plan',
  summary: 'Say that a question about a line is settled',
  params: PlanId,
  body: Nothing,
  response: CommissionStatement,
  errors: ['notFound'],
});
export const getWhatIf = defineRoute({
  id: 'getWhatIf',
  method: 'GET',
  path: '/commission-what-if',
  permission: 'read',
  summary: 'What a month would earn at an attainment, and what the next deal would bring',
  query: WhatIfQuery,
  response: WhatIf,
  errors: ['unknownPeriod', 'notFound', 'forbidden'],
});
export const getLiability = defineRoute({
  id: 'getLiability',
  method: 'GET',
  path: '/commission-liability',
  permission: 'plan',
  summary: 'What is earned and not yet paid, by month and unit',
  query: LiabilityQuery,
  response: Liability,
  errors: ['unknownUnit'],
});
export const exportStatements = defineRoute({
  id: 'exportStatements',
  method: 'GET',
  path: '/commission-statements/export',
  permission: 'read',
  summary: 'Statements as CSV, XLSX or PDF, or the file for payroll',
  query: StatementExportQuery,
  responseType: 'application/octet-stream',
  errors: ['unknownUnit', 'unknownPeriod', 'notFound', 'forbidden'],
});

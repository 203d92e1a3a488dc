import { Type } from 'typebox';
import {
  AlertQuery,
  AlertRule,
  AlertRuleInput,
  AlertRulePreview,
  AlertRules,
  AlertRuleState,
  Alerts,
  SeenAlerts,
} from '../schemas/alert';
import { Id, Nothing } from '../schemas/common';
import { defineRoute } from './route';

const RuleId = Type.Object({ id: Id });

export const listAlerts = defineRoute({
  id: 'listAlerts',
  method: 'GET',
  path: '/alerts',
  permission: 'read',
  summary: 'What one was told of, the newest first',
  query: AlertQuery,
  response: Alerts,
});
export const markAlertsSeen = defineRoute({
  id: 'markAlertsSeen',
  method: 'POST',
  path: '/alerts/seen',
  permission: 'self',
  summary: 'Say that one has seen alerts',
  body: SeenAlerts,
  response: Nothing,
});
export const listAlertRules = defineRoute({
  id: 'listAlertRules',
  method: 'GET',
  path: '/alert-rules',
  permission: 'read',
  summary: 'Rules one has made or is told by',
  response: AlertRules,
});
export const createAlertRule = defineRoute({
  id: 'createAlertRule',
  method: 'POST',
  path: '/alert-rules',
  permission: 'self',
  summary: 'Make a rule: what to be told of, about whom, and who is told',
  body: AlertRuleInput,
  response: AlertRule,
  status: 201,
  errors: ['invalidInput', 'unknownUnit', 'unknownMeasure', 'tooManyAlertRules'],
});
export const changeAlertRule = defineRoute({
  id: 'changeAlertRule',
  method: 'PUT',
  path: '/alert-rules/:id',
  permission: 'self',
  summary: 'Change a rule of one’s own',
  params: RuleId,
  body: AlertRuleInput,
  response: AlertRule,
  errors: ['invalidInput', 'unknownUnit', 'unknownMeasure', 'notFound'],
});
export const setAlertRuleState = defineRoute({
  id: 'setAlertRuleState',
  method: 'PUT',
  path: '/alert-rules/:id/state',
  permission: 'self',
  summary: 'Mute a rule, or silence it until a day',
  params: RuleId,
  body: AlertRuleState,
  response: AlertRule,
  errors: ['notFound'],
});
export const removeAlertRule = defineRoute({
  id: 'removeAlertRule',
  method: 'DELETE',
  path: '/alert-rules/:id',
  permission: 'self',
  summary: 'Remove a rule of one’s own; what it told stays',
  params: RuleId,
  response: Nothing,
  errors: ['notFound'],
});
export const previewAlertRule = defineRoute({
  id: 'previewAlertRule',
  method: 'POST',
  path: '/alert-rules/preview',
  permission: 'self',
  summary: 'When a rule would have fired in the last quarter, before it is saved',
  body: AlertRuleInput,
  response: AlertRulePreview,
  errors: ['invalidInput', 'unknownUnit', 'unknownMeasure'],
});

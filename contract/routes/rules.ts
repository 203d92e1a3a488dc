import { Type } from 'typebox';
import { IsoDay, Nothing } from '../schemas/common';
import { MeasureCode } from '../schemas/measure';
import { RuleInput, RulePreview, RulePreviewInput, Rules, RulesOfMeasure } from '../schemas/rule';
import { defineRoute } from './route';

const OfMeasure = Type.Object({ code: MeasureCode });

export const listRules = defineRoute({
  id: 'listRules',
  method: 'GET',
  path: '/status-rules',
  permission: 'read',
  summary: 'What counts as good: the status rule of each measure, with its versions',
  response: Rules,
});
export const saveRule = defineRoute({
  id: 'saveRule',
  method: 'PUT',
  path: '/status-rules/:code',
  permission: 'administer',
  summary: 'Set the rule of a measure from a day on',
  params: OfMeasure,
  body: RuleInput,
  response: RulesOfMeasure,
  errors: ['invalidInput', 'unknownMeasure'],
});
export const removeRule = defineRoute({
  id: 'removeRule',
  method: 'DELETE',
  path: '/status-rules/:code/:from',
  permission: 'administer',
  summary: 'Take back a rule; the one before holds again',
  params: Type.Object({ code: MeasureCode, from: IsoDay }),
  response: Nothing,
  errors: ['invalidInput', 'unknownMeasure', 'notFound'],
});
export const previewRules = defineRoute({
  id: 'previewRules',
  method: 'POST',
  path: '/status-rules/:code/preview',
  permission: 'read',
  summary: 'Which units would change grade by other rules; nothing is kept',
  params: OfMeasure,
  body: RulePreviewInput,
  response: RulePreview,
  errors: ['invalidInput', 'unknownMeasure', 'unknownPeriod'],
});

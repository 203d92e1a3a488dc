import { Type } from 'typebox';
import { IsoDay, Nothing } from '../schemas/common';
import { MeasureCode } from '../schemas/measure';
import { RuleInput, Rules, RulesOfMeasure, RuleTrial, RuleTried } from '../schemas/rule';
import { defineRoute } from './route';

const OfMeasure = Type.Object({ code: MeasureCode });

export const listRules = defineRoute({ id: 'listRules', method: 'GET', path: '/status-rules', permission: 'read', summary: 'What counts as good: the status rule of each measure, with its versions', answer: Rules });
export const saveRule = defineRoute({
  id: 'saveRule', method: 'PUT', path: '/status-rules/:code', permission: 'administer', summary: 'Set the rule of a measure from a day on', params: OfMeasure, body: RuleInput, answer: RulesOfMeasure,
  errors: ['invalidInput', 'unknownMeasure'],
});
export const removeRule = defineRoute({
  id: 'removeRule', method: 'DELETE', path: '/status-rules/:code/:from', permission: 'administer', summary: 'Take back a rule; the one before holds again', params: Type.Object({ code: MeasureCode, from: IsoDay }), answer: Nothing,
  errors: ['invalidInput', 'unknownMeasure', 'notFound'],
});
export const tryRules = defineRoute({
  id: 'tryRules', method: 'POST', path: '/status-rules/:code/try', permission: 'read', summary: 'Which units would change grade by other rules; nothing is kept', params: OfMeasure, body: RuleTrial, answer: RuleTried,
  errors: ['invalidInput', 'unknownMeasure', 'unknownPeriod'],
});

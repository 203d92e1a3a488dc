import { CorrectionQuery, Corrections } from '../schemas/correction';
import { defineRoute } from './route';

export const listCorrections = defineRoute({
  id: 'listCorrections',
  method: 'GET',
  path: '/corrections',
  permission: 'read',
  summary: 'What changed closed months after they were closed, with its effect',
  query: CorrectionQuery,
  response: Corrections,
  errors: ['unknownUnit', 'unknownPeriod'],
});

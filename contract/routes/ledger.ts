import { Type } from 'typebox';
import { OversizedTotal } from '../schemas/oversizedTotal';
import { defineRoute } from './route';

export const listOversizedTotals = defineRoute({
  id: 'listOversizedTotals',
  method: 'GET',
  path: '/oversized-totals',
  permission: 'read',
  summary:
    'What of the deals one sees is too large to be added up and left out of every figure, and how to mend it',
  response: Type.Array(OversizedTotal),
});

import { Type } from 'typebox';
import { LongId } from '../schemas/common';
import { DataQuality } from '../schemas/customer';
import { defineRoute } from './route';

export const getDataQuality = defineRoute({
  id: 'getDataQuality',
  method: 'GET',
  path: '/data-quality',
  permission: 'read',
  summary:
    'What needs fixing, of all or of one month: unassigned and overdue deals, missing costs and targets, likely duplicates, refused deliveries, old rates',
  query: Type.Object(
    {
      period: Type.Optional(
        Type.String({ description: 'A month: only what concerns it. Left out: everything.' }),
      ),
      recent: Type.Optional(Type.Boolean({ description: 'An answer up to a minute old will do.' })),
    },
    { additionalProperties: false },
  ),
  response: DataQuality,
  errors: ['unknownPeriod'],
});

export const dismissDuplicates = defineRoute({
  id: 'dismissDuplicates',
  method: 'POST',
  path: '/data-quality/dismissals',
  permission: 'book',
  summary: 'Say that what looks like one is two, so that it is not shown again',
  body: Type.Object(
    {
      kind: Type.Enum(['deal', 'customer'] as const),
      ids: Type.Array(LongId, { minItems: 2, maxItems: 20 }),
    },
    { additionalProperties: false },
  ),
  response: Type.Object({}),
  errors: ['notFound'],
});

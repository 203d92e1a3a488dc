import { ExploreQuery } from '../schemas/slice';
import { defineRoute } from './route';

export const exploreLines = defineRoute({
  id: 'exploreLines',
  method: 'GET',
  path: '/explore/lines',
  permission: 'read',
  summary:
    "The credited lines of a unit's won deals in a period and the year before, as columns (docs/files.md)",
  query: ExploreQuery,
  responseType: 'application/octet-stream',
  errors: ['unknownUnit', 'unknownPeriod', 'tooManyLines'],
});

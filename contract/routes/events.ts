import { defineRoute } from './route';

export const streamEvents = defineRoute({
  id: 'streamEvents',
  method: 'GET',
  path: '/events',
  permission: 'read',
  summary: 'Server-sent events: what changed of what one may see',
  responseType: 'text/event-stream',
  errors: ['tooManyStreams'],
});

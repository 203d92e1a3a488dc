import { Type } from 'typebox';
import { Id } from '../schemas/common';
import {
  FeedAnswer,
  FeedDelivery,
  FeedDeliveryQuery,
  FeedSource,
  FeedSourceInput,
  NewFeedSource,
} from '../schemas/feed';
import { defineRoute } from './route';

const SourceId = Type.Object({ id: Id });

/** The sender proves itself by its signature, not by a session. */
export const deliver = defineRoute({
  id: 'deliver',
  maxBytes: 262_144,
  method: 'POST',
  path: '/feed/:source',
  permission: 'anyone',
  summary:
    'Take a deal from an order system: signed, safe to repeat by its key, in order by its version. Described in docs/feed.md',
  params: Type.Object({ source: Type.String({ maxLength: 40 }) }),
  bodyType: 'application/json',
  response: FeedAnswer,
  errors: [
    'badSignature',
    'tooManyTries',
    'feedStopped',
    'deliveryRefused',
    'invalidInput',
    'tooLarge',
  ],
});
export const listFeedSources = defineRoute({
  id: 'listFeedSources',
  method: 'GET',
  path: '/feed-sources',
  permission: 'administer',
  summary: 'What sends deals by itself',
  response: Type.Array(FeedSource),
});
export const addFeedSource = defineRoute({
  id: 'addFeedSource',
  method: 'POST',
  path: '/feed-sources',
  permission: 'administer',
  summary: 'Add a source; its secret is shown this once',
  body: FeedSourceInput,
  response: NewFeedSource,
  status: 201,
  errors: ['invalidInput'],
});
export const rotateFeedSecret = defineRoute({
  id: 'rotateFeedSecret',
  method: 'POST',
  path: '/feed-sources/:id/secret',
  permission: 'administer',
  summary: 'A new secret; the one before holds for a day',
  params: SourceId,
  response: NewFeedSource,
  errors: ['notFound'],
});
export const stopFeedSource = defineRoute({
  id: 'stopFeedSource',
  method: 'PUT',
  path: '/feed-sources/:id',
  permission: 'administer',
  summary: 'Stop taking deliveries of a source, or take them again',
  params: SourceId,
  body: Type.Object({ isStopped: Type.Boolean() }, { additionalProperties: false }),
  response: FeedSource,
  errors: ['notFound'],
});
export const listFeedDeliveries = defineRoute({
  id: 'listFeedDeliveries',
  method: 'GET',
  path: '/feed-deliveries',
  permission: 'administer',
  summary: 'The newest deliveries with what became of them',
  query: FeedDeliveryQuery,
  response: Type.Array(FeedDelivery),
});
export const retryFeedDelivery = defineRoute({
  id: 'retryFeedDelivery',
  method: 'POST',
  path: '/feed-deliveries/:id/retry',
  permission: 'administer',
  summary: 'Try a refused delivery again',
  params: SourceId,
  response: FeedDelivery,
  errors: ['notFound'],
});

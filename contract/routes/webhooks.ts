import { Type } from 'typebox';
import { Id, LongId, Nothing } from '../schemas/common';
import {
  NewWebhook,
  Webhook,
  WebhookDelivery,
  WebhookDeliveryQuery,
  WebhookInput,
  WebhookState,
} from '../schemas/webhook';
import { defineRoute } from './route';

const WebhookId = Type.Object({ id: Id });

export const listWebhooks = defineRoute({
  id: 'listWebhooks',
  method: 'GET',
  path: '/webhooks',
  permission: 'administer',
  summary: 'Addresses that are told of events',
  response: Type.Array(Webhook),
});
export const addWebhook = defineRoute({
  id: 'addWebhook',
  method: 'POST',
  path: '/webhooks',
  permission: 'administer',
  summary: 'Add an address that is told of events; its secret is shown this once',
  body: WebhookInput,
  response: NewWebhook,
  status: 201,
  errors: ['invalidInput', 'tooManyWebhooks'],
});
export const changeWebhook = defineRoute({
  id: 'changeWebhook',
  method: 'PUT',
  path: '/webhooks/:id',
  permission: 'administer',
  summary: 'Change name, address and events',
  params: WebhookId,
  body: WebhookInput,
  response: Webhook,
  errors: ['invalidInput', 'notFound'],
});
export const setWebhookState = defineRoute({
  id: 'setWebhookState',
  method: 'PUT',
  path: '/webhooks/:id/state',
  permission: 'administer',
  summary: 'Hold back what goes to an address, or let it go on',
  params: WebhookId,
  body: WebhookState,
  response: Webhook,
  errors: ['notFound'],
});
export const rotateWebhookSecret = defineRoute({
  id: 'rotateWebhookSecret',
  method: 'POST',
  path: '/webhooks/:id/secret',
  permission: 'administer',
  summary: 'A new secret, with which all that goes out from now on is signed',
  params: WebhookId,
  response: NewWebhook,
  errors: ['notFound'],
});
export const testWebhook = defineRoute({
  id: 'testWebhook',
  method: 'POST',
  path: '/webhooks/:id/test',
  permission: 'administer',
  summary: 'Send a test event now and say what the address answered',
  params: WebhookId,
  body: Nothing,
  response: WebhookDelivery,
  status: 201,
  errors: ['notFound'],
});
export const removeWebhook = defineRoute({
  id: 'removeWebhook',
  method: 'DELETE',
  path: '/webhooks/:id',
  permission: 'administer',
  summary: 'Remove an address; what waits for it is not sent',
  params: WebhookId,
  response: Nothing,
  errors: ['notFound'],
});
export const listWebhookDeliveries = defineRoute({
  id: 'listWebhookDeliveries',
  method: 'GET',
  path: '/webhook-deliveries',
  permission: 'administer',
  summary: 'The newest events with what became of them',
  query: WebhookDeliveryQuery,
  response: Type.Array(WebhookDelivery),
});
export const retryWebhookDelivery = defineRoute({
  id: 'retryWebhookDelivery',
  method: 'POST',
  path: '/webhook-deliveries/:id/retry',
  permission: 'administer',
  summary: 'Try an event again that was given up',
  params: Type.Object({ id: LongId }),
  response: WebhookDelivery,
  errors: ['notFound'],
});

import { type Static, Type } from 'typebox';
import { Id, LongId, Nullable } from './common';

export const WEBHOOK_EVENTS = [
  'deal.booked',
  'deal.changed',
  'deal.voided',
  'target.published',
  'period.closed',
  'alert.fired',
  'contest.won',
] as const;
export type WebhookEvent = (typeof WEBHOOK_EVENTS)[number];

/** waiting: to be tried; sending: on its way; failed: given up, until somebody tries again. */
export const WEBHOOK_DELIVERY_STATES = ['waiting', 'sending', 'sent', 'failed'] as const;
export type WebhookDeliveryState = (typeof WEBHOOK_DELIVERY_STATES)[number];

export const LONGEST_WEBHOOK_URL = 500;
export const MOST_WEBHOOKS = 20;

export const WebhookInput = Type.Object(
  {
    name: Type.String({ minLength: 1, maxLength: 80, pattern: '\\S' }),
    url: Type.String({ minLength: 1, maxLength: LONGEST_WEBHOOK_URL }),
    events: Type.Array(Type.Enum(WEBHOOK_EVENTS), {
      minItems: 1,
      maxItems: WEBHOOK_EVENTS.length,
      uniqueItems: true,
    }),
  },
  { additionalProperties: false },
);
export type WebhookInput = Static<typeof WebhookInput>;

export const WebhookState = Type.Object(
  { isPaused: Type.Boolean() },
  { additionalProperties: false },
);
export type WebhookState = Static<typeof WebhookState>;

export const Webhook = Type.Object({
  id: Id,
  name: Type.String(),
  url: Type.String(),
  events: Type.Array(Type.Enum(WEBHOOK_EVENTS)),
  isPaused: Type.Boolean(),
  /** Failures in a row; 0: the last attempt was taken. */
  failures: Type.Integer(),
  /** Until when nothing is tried after failures; null: at once. */
  resumeAt: Nullable(Type.String()),
  waiting: Type.Integer(),
  failed: Type.Integer(),
  lastSentAt: Nullable(Type.String()),
});
export type Webhook = Static<typeof Webhook>;

/** The secret is shown this once. */
export const NewWebhook = Type.Object({ webhook: Webhook, secret: Type.String() });
export type NewWebhook = Static<typeof NewWebhook>;

export const WebhookDelivery = Type.Object({
  id: LongId,
  webhookName: Type.String(),
  key: Type.String(),
  event: Type.String(),
  subject: Type.String(),
  at: Type.String(),
  state: Type.Enum(WEBHOOK_DELIVERY_STATES),
  attempts: Type.Integer(),
  /** When it is tried next; null once it is sent or given up. */
  dueAt: Nullable(Type.String()),
  /** HTTP status of the last answer; null where there was none. */
  answer: Nullable(Type.Integer()),
  error: Nullable(Type.String()),
  sentAt: Nullable(Type.String()),
});
export type WebhookDelivery = Static<typeof WebhookDelivery>;

export const WebhookDeliveryQuery = Type.Object(
  {
    webhook: Type.Optional(Id),
    state: Type.Optional(Type.Enum(WEBHOOK_DELIVERY_STATES)),
  },
  { additionalProperties: false },
);
export type WebhookDeliveryQuery = Static<typeof WebhookDeliveryQuery>;

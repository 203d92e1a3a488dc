import { type Static, Type } from 'typebox';
import { Id, Nullable } from './common';
import { DealInput } from './deal';

/**
 * kept: written; same: changes nothing; older: a newer version is there; refused: could not be
 * taken, and can be tried again.
 */
export const FEED_OUTCOMES = ['kept', 'same', 'older', 'refused'] as const;
export type FeedOutcome = (typeof FEED_OUTCOMES)[number];

const Version = Type.Integer({
  minimum: 0,
  maximum: Number.MAX_SAFE_INTEGER,
  description:
    'Rises with every change of the deal at its source; what arrives late never overwrites what is newer.',
});

/** What an order system sends: a deal in its latest state, or that it is no more. */
export const FeedMessage = Type.Union([
  Type.Object({
    type: Type.Literal('deal.saved'),
    version: Version,
    deal: Type.Intersect([
      DealInput,
      Type.Object({ deal: Type.String({ minLength: 1, maxLength: 80 }) }),
    ]),
  }),
  Type.Object({
    type: Type.Literal('deal.voided'),
    version: Version,
    deal: Type.Object(
      { deal: Type.String({ minLength: 1, maxLength: 80 }) },
      { additionalProperties: false },
    ),
    reason: Type.String({ minLength: 1, maxLength: 500 }),
  }),
]);
export type FeedMessage = Static<typeof FeedMessage>;

export const FeedAnswer = Type.Object({ outcome: Type.Enum(FEED_OUTCOMES) });
export type FeedAnswer = Static<typeof FeedAnswer>;

export const FeedSource = Type.Object({
  id: Type.Integer(),
  code: Type.String(),
  name: Type.String(),
  userName: Type.String(),
  isStopped: Type.Boolean(),
  url: Type.String(),
  /** Until when the secret before the present one still holds. */
  earlierUntil: Nullable(Type.String()),
  received: Type.Integer(),
  refused: Type.Integer(),
  lastAt: Nullable(Type.String()),
});
export type FeedSource = Static<typeof FeedSource>;

export const FeedSourceInput = Type.Object(
  {
    code: Type.String({ pattern: '^[A-Za-z0-9][A-Za-z0-9._-]{0,39}$' }),
    name: Type.String({ minLength: 1, maxLength: 80, pattern: '\\S' }),
  },
  { additionalProperties: false },
);
export type FeedSourceInput = Static<typeof FeedSourceInput>;

/** The secret is shown this once. */
export const NewFeedSource = Type.Object({ source: FeedSource, secret: Type.String() });
export type NewFeedSource = Static<typeof NewFeedSource>;

export const FeedDelivery = Type.Object({
  id: Type.Integer(),
  sourceName: Type.String(),
  key: Type.String(),
  at: Type.String(),
  outcome: Type.Enum(FEED_OUTCOMES),
  deal: Nullable(Type.String()),
  version: Nullable(Type.Integer()),
  detail: Nullable(Type.String()),
  attempts: Type.Integer(),
  body: Type.Unknown(),
});
export type FeedDelivery = Static<typeof FeedDelivery>;

export const FeedDeliveryQuery = Type.Object(
  { source: Type.Optional(Id), outcome: Type.Optional(Type.Enum(FEED_OUTCOMES)) },
  { additionalProperties: false },
);

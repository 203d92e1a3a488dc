import { type Static, Type } from 'typebox';
import { CHANGE_KINDS } from '#core/ledger/dealChange';
import { Minor, Nullable } from './common';
import { Deal } from './deal';

const Moment = Type.String({
  format: 'date-time',
  description: 'ISO 8601 moment, for example 2026-11-18T09:00:00Z',
});

export const WhatChangedQuery = Type.Object(
  { unit: Type.String(), period: Type.String(), from: Moment, to: Type.Optional(Moment) },
  { additionalProperties: false },
);
export type WhatChangedQuery = Static<typeof WhatChangedQuery>;

/**
 * What changed a unit's won revenue of a period between two moments. `then` plus all kinds is
 * `now`, to the minor unit.
 */
export const WhatChanged = Type.Object({
  before: Minor,
  after: Minor,
  kinds: Type.Array(
    Type.Object({ kind: Type.Enum(CHANGE_KINDS), count: Type.Integer(), revenue: Minor }),
  ),
  /** Newest first; an import of many is one line. */
  changes: Type.Array(
    Type.Object({
      at: Type.String(),
      userName: Type.String(),
      kind: Type.Enum(CHANGE_KINDS),
      action: Type.String(),
      reason: Nullable(Type.String()),
      dealId: Nullable(Type.Integer()),
      deal: Type.String(),
      customer: Nullable(Type.String()),
      count: Type.Integer(),
      revenue: Minor,
    }),
  ),
  /** Changes beyond those listed, and what they come to. */
  remainder: Nullable(Type.Object({ count: Type.Integer(), revenue: Minor })),
});
export type WhatChanged = Static<typeof WhatChanged>;

export const DealsAsOfQuery = Type.Object(
  { unit: Type.String(), period: Type.String(), at: Moment },
  { additionalProperties: false },
);
export type DealsAsOfQuery = Static<typeof DealsAsOfQuery>;

/** Deals as they stood at a moment, the largest won first; `others` makes the whole with them. */
export const DealsAsOf = Type.Object({
  deals: Type.Array(Deal),
  count: Type.Integer(),
  won: Type.Object({ count: Type.Integer(), revenue: Minor }),
  open: Type.Object({ count: Type.Integer(), credited: Minor }),
  omitted: Type.Integer(),
});
export type DealsAsOf = Static<typeof DealsAsOf>;

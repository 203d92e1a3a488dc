import { type Static, Type } from 'typebox';
import { Nullable } from './common';
import { DEAL_GROUPS, DEAL_SORTS, DealFilterQuery } from './deal';

/**
 * How a table of deals is shown: which deals, in which order, by which columns. Unit and period are
 * not part of it: they stand in the frame.
 */
export const DealViewState = Type.Object(
  {
    filter: DealFilterQuery,
    sort: Type.Enum(DEAL_SORTS),
    order: Type.Enum(['asc', 'desc'] as const),
    by: Nullable(Type.Enum(DEAL_GROUPS)),
    columns: Type.Array(Type.String({ maxLength: 40 }), { maxItems: 40 }),
    widths: Type.Record(
      Type.String({ maxLength: 40 }),
      Type.Integer({ minimum: 40, maximum: 900 }),
    ),
    /** How many columns stay in sight when the rest is moved sideways. */
    frozen: Type.Integer({ minimum: 0, maximum: 10 }),
  },
  { additionalProperties: false },
);
export type DealViewState = Static<typeof DealViewState>;

export const DealViewInput = Type.Object(
  {
    name: Type.String({ minLength: 1, maxLength: 80, pattern: '\\S' }),
    /** Everybody at or below this unit may use it; null: only oneself. */
    sharedWith: Nullable(Type.String()),
    state: DealViewState,
  },
  { additionalProperties: false },
);
export type DealViewInput = Static<typeof DealViewInput>;

export const DealView = Type.Object({
  id: Type.Integer(),
  name: Type.String(),
  sharedWith: Nullable(Type.String()),
  userName: Type.String(),
  isOwn: Type.Boolean(),
  state: DealViewState,
});
export type DealView = Static<typeof DealView>;

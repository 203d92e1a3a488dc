import { type Static, Type } from 'typebox';
import { Nullable } from './common';

/** The views of which a state can be kept. */
export const KEPT_PATHS = [
  '/standing',
  '/standing/parts',
  '/standing/slices',
  '/standing/scorecard',
  '/standing/pairs',
  '/standing/ahead',
  '/profile',
  '/ladder',
  '/compare',
  '/explore',
] as const;

export const KeptViewInput = Type.Object(
  {
    name: Type.String({ minLength: 1, maxLength: 80, pattern: '\\S' }),
    description: Type.Optional(Nullable(Type.String({ maxLength: 500 }))),
    /** Everybody at or below this unit may open it; null: only oneself. */
    sharedWith: Nullable(Type.String()),
    path: Type.Enum(KEPT_PATHS),
    /** What stands in the address after the question mark. */
    search: Type.String({ maxLength: 2_000 }),
  },
  { additionalProperties: false },
);
export type KeptViewInput = Static<typeof KeptViewInput>;

export const KeptView = Type.Object({
  id: Type.Integer(),
  name: Type.String(),
  description: Nullable(Type.String()),
  sharedWith: Nullable(Type.String()),
  sharedWithName: Nullable(Type.String()),
  path: Type.Enum(KEPT_PATHS),
  search: Type.String(),
  userName: Type.String(),
  isOwn: Type.Boolean(),
  /** Its place on one's own page, from 0 on; null: it is not there. */
  pinned: Nullable(Type.Integer()),
  changedAt: Type.String(),
});
export type KeptView = Static<typeof KeptView>;

export const PinnedViews = Type.Object(
  {
    /** Ids in their order on one's own page. */
    views: Type.Array(Type.Integer(), { maxItems: 30, uniqueItems: true }),
  },
  { additionalProperties: false },
);
export type PinnedViews = Static<typeof PinnedViews>;

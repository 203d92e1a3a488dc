import { type Static, Type } from 'typebox';
import { IsoDay, Minor, Nullable } from './common';

export const ContributingDealsQuery = Type.Object(
  { unit: Type.String({ minLength: 1 }), period: Type.String({ minLength: 1 }) },
  { additionalProperties: false },
);

/**
 * The won deals that count for a unit in a period, each with the part credited to its people: named
 * ones and others add up to what is booked.
 */
export const ContributingDeals = Type.Object({
  currency: Type.String(),
  count: Type.Integer(),
  credited: Minor,
  deals: Type.Array(
    Type.Object({
      id: Type.Integer(),
      deal: Type.String(),
      customer: Type.String(),
      salespersonName: Type.String(),
      day: IsoDay,
      credited: Minor,
      isSplit: Type.Boolean(),
    }),
  ),
  remainder: Type.Object({ count: Type.Integer(), credited: Minor }),
  /** How many were in another currency: each converted once, at the rate of its close date. */
  converted: Type.Integer(),
});
export type ContributingDeals = Static<typeof ContributingDeals>;

/** What a booked figure can be taken apart by. */
export const BREAKDOWN_DIMENSIONS = [
  'salesperson',
  'customer',
  'product',
  'category',
  'source',
  'location',
] as const;
export type ApartBy = (typeof BREAKDOWN_DIMENSIONS)[number];

export const BreakdownQuery = Type.Object(
  {
    unit: Type.String({ minLength: 1 }),
    period: Type.String({ minLength: 1 }),
    by: Type.Enum(BREAKDOWN_DIMENSIONS),
  },
  { additionalProperties: false },
);

/**
 * Booked by what its deals have in common, the largest first; groups and others add up to all of
 * it. `key` is what the filter of deals takes, null for those without.
 */
export const Breakdown = Type.Object({
  currency: Type.String(),
  by: Type.Enum(BREAKDOWN_DIMENSIONS),
  count: Type.Integer(),
  credited: Minor,
  groups: Type.Array(
    Type.Object({
      id: Nullable(Type.Integer()),
      key: Nullable(Type.String()),
      name: Type.String(),
      count: Type.Integer(),
      credited: Minor,
    }),
  ),
  remainder: Nullable(
    Type.Object({ groups: Type.Integer(), count: Type.Integer(), credited: Minor }),
  ),
});
export type Breakdown = Static<typeof Breakdown>;

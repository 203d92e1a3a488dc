import { type Static, Type } from 'typebox';
import { IsoDay, LongId, Minor, Nullable } from './common';
import { DealFilterQuery } from './deal';

export const MOST_BULK_DEALS = 20_000;

/**
 * What becomes of every chosen deal; what is left out stays. `day` is the day it closed, or of an
 * open one the day it is expected to.
 */
export const BulkChange = Type.Object(
  {
    salesperson: Type.Optional(Type.String({ minLength: 1 })),
    day: Type.Optional(IsoDay),
    /** Later by so many days; earlier below zero. */
    shiftDays: Type.Optional(Type.Integer({ minimum: -3660, maximum: 3660 })),
    stage: Type.Optional(Nullable(Type.String({ maxLength: 80 }))),
    probability: Type.Optional(Nullable(Type.Number({ minimum: 0, maximum: 1 }))),
    source: Type.Optional(Nullable(Type.String({ maxLength: 80 }))),
    category: Type.Optional(Nullable(Type.String({ maxLength: 80 }))),
    location: Type.Optional(Nullable(Type.String({ maxLength: 80 }))),
  },
  { additionalProperties: false, minProperties: 1 },
);
export type BulkChange = Static<typeof BulkChange>;

export const BulkInput = Type.Object(
  {
    /** Chosen one by one … */
    ids: Type.Optional(Type.Array(LongId, { minItems: 1, maxItems: MOST_BULK_DEALS })),
    /** … or all that match. */
    filter: Type.Optional(DealFilterQuery),
    change: BulkChange,
    reason: Type.String({ minLength: 1, maxLength: 500, pattern: '\\S' }),
    preview: Type.Optional(Type.Boolean()),
  },
  { additionalProperties: false },
);
export type BulkInput = Static<typeof BulkInput>;

/**
 * `moves`: by how much whose won revenue changes in which month. All deals change or none: with
 * refusals nothing is written.
 */
export const BulkEffect = Type.Object({
  /** Undoes it as a whole (undoImport); null for a check. */
  run: Nullable(Type.Integer()),
  changed: Type.Integer(),
  unchanged: Type.Integer(),
  refusals: Type.Array(
    Type.Object({ deal: Type.String(), field: Type.String(), message: Type.String() }),
  ),
  moves: Type.Array(Type.Object({ name: Type.String(), period: Type.String(), revenue: Minor })),
});
export type BulkEffect = Static<typeof BulkEffect>;

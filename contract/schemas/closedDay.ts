import { type Static, Type } from 'typebox';
import { IsoDay, Nullable, Reason } from './common';

/**
 * A day on which a branch, or every branch (null), does not work, or half of it. What is said of a
 * branch goes before what is said of all.
 */
export const ClosedDay = Type.Object(
  {
    branch: Nullable(Type.String({ minLength: 1 })),
    on: IsoDay,
    name: Type.String({ maxLength: 120 }),
    /** Half of it is worked. */
    isHalf: Type.Optional(Type.Boolean()),
  },
  { additionalProperties: false },
);
export type ClosedDay = Static<typeof ClosedDay>;

export const ClosedDaysQuery = Type.Object(
  { from: IsoDay, to: IsoDay },
  { additionalProperties: false },
);

/** Days to close, or to name anew, and days to open again. */
export const ClosedDaysChange = Type.Object(
  {
    close: Type.Array(ClosedDay, { maxItems: 2_000 }),
    open: Type.Array(
      Type.Object(
        { branch: Nullable(Type.String({ minLength: 1 })), on: IsoDay },
        { additionalProperties: false },
      ),
      { maxItems: 2_000 },
    ),
    reason: Type.Optional(Reason),
  },
  { additionalProperties: false },
);
export type ClosedDaysChange = Static<typeof ClosedDaysChange>;

export const HolidaysQuery = Type.Object(
  {
    country: Type.String({ pattern: '^[A-Z]{2}$' }),
    year: Type.Integer({ minimum: 1990, maximum: 2100 }),
  },
  { additionalProperties: false },
);
export const Holidays = Type.Array(Type.Object({ on: IsoDay, name: Type.String() }));

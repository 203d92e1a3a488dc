import { type Static, Type } from 'typebox';
import { IsoDay, Minor, Nullable, Reason } from './common';

/** Reporting units for one unit of a currency, in force from a day until the next one. */
export const Rate = Type.Object({ currency: Type.String(), from: IsoDay, rate: Type.String() });
export type Rate = Static<typeof Rate>;
export const Rates = Type.Object({ reporting: Type.String(), rates: Type.Array(Rate) });

export const RateChange = Type.Object(
  {
    currency: Type.String({ pattern: '^[A-Z]{3}$' }),
    from: IsoDay,
    /** A decimal; null takes the rate away. */
    rate: Nullable(Type.String({ maxLength: 24 })),
  },
  { additionalProperties: false },
);
export type RateChange = Static<typeof RateChange>;

export const RateChanges = Type.Object(
  {
    changes: Type.Array(RateChange, { minItems: 1, maxItems: 10_000 }),
    reason: Type.Optional(Reason),
    /** Only say what it would do. */
    preview: Type.Optional(Type.Boolean()),
  },
  { additionalProperties: false },
);
export type RateChanges = Static<typeof RateChanges>;

/** How many deals are restated, and by how much their won amounts differ afterwards. */
export const RatesChanged = Type.Object({
  written: Type.Boolean(),
  changed: Type.Integer(),
  deals: Type.Integer(),
  revenue: Minor,
});
export type RatesChanged = Static<typeof RatesChanged>;

import { type Static, Type } from 'typebox';
import { Minor, Nullable } from './common';

export const CorrectionQuery = Type.Object(
  { unit: Type.String({ minLength: 1 }), period: Type.String({ minLength: 1 }) },
  { additionalProperties: false },
);

/** Something that changed a month after it was closed. */
export const Correction = Type.Object({
  at: Type.String(),
  userName: Type.String(),
  /** The deal's own id, or the file. */
  subject: Type.String(),
  dealId: Nullable(Type.Integer()),
  action: Type.String(),
  reason: Type.String(),
  /** What it added to revenue and deals won of the unit in the period. */
  revenue: Minor,
  deals: Minor,
});
export type Correction = Static<typeof Correction>;

export const Corrections = Type.Object({
  corrections: Type.Array(Correction),
  /** All together. */ revenue: Minor,
});

import { Type, type Static } from 'typebox';
import { IsoDay, Minor } from './common';

export const BehindQuery = Type.Object({ unit: Type.String({ minLength: 1 }), period: Type.String({ minLength: 1 }) }, { additionalProperties: false });

/** The won deals that count for a unit in a period, each with the part credited to its people: named ones and others add up to what is booked. */
export const BehindView = Type.Object({
  currency: Type.String(), count: Type.Integer(), credited: Minor,
  deals: Type.Array(Type.Object({ id: Type.Integer(), deal: Type.String(), customer: Type.String(), salesperson: Type.String(), day: IsoDay, credited: Minor, isPart: Type.Boolean() })),
  others: Type.Object({ count: Type.Integer(), credited: Minor }),
  /** How many were in another currency: each converted once, at the rate of its close date. */
  converted: Type.Integer(),
});
export type BehindView = Static<typeof BehindView>;

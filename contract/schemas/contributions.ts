import { type Static, Type } from 'typebox';
import { IsoDay, Nullable } from './common';
import { MeasureCode } from './measure';

export const MOST_CONTRIBUTIONS = 200;

export const ContributionsQuery = Type.Object(
  {
    unit: Type.String({ minLength: 1 }),
    period: Type.String({ minLength: 1 }),
    measure: MeasureCode,
    /** How many of the largest are named. */
    limit: Type.Optional(Type.Integer({ minimum: 1, maximum: MOST_CONTRIBUTIONS })),
  },
  { additionalProperties: false },
);

/** What a part of a ratio is counted in: minor units of money, thousandths of a quantity, days. */
const PartKind = Type.Enum(['money', 'quantity', 'count', 'days', 'value']);

const Parts = {
  numerator: Type.Number(),
  /** Null where nothing is divided. */
  denominator: Nullable(Type.Number()),
};

/**
 * The rows that make a figure of any measure: deals with what each adds above and below the line,
 * names that are counted once, or values that were typed in. Named rows, the remainder and totals
 * from before add up to `total`, of which `value` is made.
 */
export const Contributions = Type.Object({
  currency: Type.String(),
  measure: MeasureCode,
  rowKind: Type.Enum(['deals', 'names', 'values']),
  numeratorKind: PartKind,
  denominatorKind: Nullable(PartKind),
  rows: Type.Array(
    Type.Object({
      /** Of the deal; null for a name or a typed-in value. */
      dealId: Nullable(Type.Integer()),
      deal: Nullable(Type.String()),
      /** The customer of a deal, the name that is counted, the unit that has the value. */
      name: Type.String(),
      salespersonName: Nullable(Type.String()),
      day: Nullable(IsoDay),
      ...Parts,
    }),
  ),
  remainder: Type.Object({ count: Type.Integer(), ...Parts }),
  /** Months that hold a total instead of deals, in words, and what they add. */
  monthlyTotals: Nullable(Type.Object({ days: Type.String(), ...Parts })),
  total: Type.Object({ count: Type.Integer(), ...Parts }),
  /** The figure, as everywhere else; in whole units of the measure's last decimal. */
  value: Nullable(Type.Number()),
  /** Deals left out because a date or value of theirs is missing. */
  excludedDeals: Type.Integer(),
});
export type Contributions = Static<typeof Contributions>;

import { type Static, Type } from 'typebox';
import { IsoDay, Minor, Nullable } from './common';
import { DealGroup, DealTally } from './deal';

export const CustomerQuery = Type.Object(
  {
    search: Type.Optional(Type.String({ maxLength: 100 })),
    unit: Type.Optional(Type.String()),
    period: Type.Optional(Type.String()),
    limit: Type.Optional(Type.Integer({ minimum: 1, maximum: 500 })),
  },
  { additionalProperties: false },
);
export type CustomerQuery = Static<typeof CustomerQuery>;

/** A customer with what was won from them and is open, of the deals one may see. */
export const CustomerLine = Type.Object({
  id: Type.Integer(),
  name: Type.String(),
  won: DealTally,
  open: DealTally,
  lastOn: Nullable(IsoDay),
});
export type CustomerLine = Static<typeof CustomerLine>;
/** The largest by won amount; `others` makes the whole with them. */
export const Customers = Type.Object({
  customers: Type.Array(CustomerLine),
  count: Type.Integer(),
  remainder: Nullable(Type.Object({ count: Type.Integer(), won: DealTally })),
});
export type Customers = Static<typeof Customers>;

/** What the deals of one name come to, of those one may see. */
const nameFields = {
  id: Type.Integer(),
  name: Type.String(),
  aliases: Type.Array(Type.String()),
  firstWonOn: Nullable(IsoDay),
  lastWonOn: Nullable(IsoDay),
  won: DealTally,
  open: DealTally,
  lost: Type.Integer(),
  months: Type.Array(
    Type.Object({ period: Type.String(), name: Type.String(), won: Minor, count: Type.Integer() }),
  ),
  salespeople: Type.Array(DealGroup),
};

/** Everything about one product. */
export const ProductView = Type.Object({
  ...nameFields,
  customers: Type.Array(DealGroup),
  category: Nullable(Type.String()),
});
export type ProductView = Static<typeof ProductView>;

/** Everything about one customer. */
export const CustomerView = Type.Object({
  ...nameFields,
  products: Type.Array(DealGroup),
  /** Others whose names are like it. */
  similarNames: Type.Array(Type.Object({ id: Type.Integer(), name: Type.String() })),
});
export type CustomerView = Static<typeof CustomerView>;

export const DATA_QUALITY_KINDS = [
  'unassigned',
  'overdue',
  'missingCost',
  'duplicates',
  'similarNames',
  'refusedDeliveries',
] as const;
export type DataQualityKind = (typeof DATA_QUALITY_KINDS)[number];

/**
 * What needs care: how many, and what they are worth; `deals` that may be the same twice, `names`
 * that may be one.
 */
export const DataQuality = Type.Object({
  counts: Type.Array(
    Type.Object({
      kind: Type.Enum(DATA_QUALITY_KINDS),
      count: Type.Integer(),
      amount: Nullable(Minor),
    }),
  ),
  total: Type.Integer(),
  duplicates: Type.Array(
    Type.Object({
      customer: Type.String(),
      salespersonName: Type.String(),
      amount: Type.String(),
      currency: Type.String(),
      deals: Type.Array(
        Type.Object({
          id: Type.Integer(),
          deal: Type.String(),
          version: Type.Integer(),
          day: IsoDay,
        }),
      ),
    }),
  ),
  similarNames: Type.Array(
    Type.Object({
      left: Type.Object({ id: Type.Integer(), name: Type.String() }),
      right: Type.Object({ id: Type.Integer(), name: Type.String() }),
      similarity: Type.Number(),
    }),
  ),
});
export type DataQuality = Static<typeof DataQuality>;

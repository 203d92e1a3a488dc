import { type Static, Type } from 'typebox';
import { IsoDay, Minor, Nullable, Reason } from './common';
import { CustomFieldValues, CustomFieldValuesInput } from './customField';
import { DealGroup, DealTally } from './deal';

export const CustomerQuery = Type.Object(
  {
    search: Type.Optional(Type.String({ maxLength: 100 })),
    group: Type.Optional(Type.String({ maxLength: 80 })),
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
  group: Nullable(Type.String()),
  ownerName: Nullable(Type.String()),
  won: DealTally,
  open: DealTally,
  lastOn: Nullable(IsoDay),
});
export type CustomerLine = Static<typeof CustomerLine>;
/** The largest by won amount; `remainder` makes the whole with them. */
export const Customers = Type.Object({
  customers: Type.Array(CustomerLine),
  count: Type.Integer(),
  remainder: Nullable(Type.Object({ count: Type.Integer(), won: DealTally })),
  /** Groups that customers have, for a choice. */
  groups: Type.Array(Type.String()),
});
export type Customers = Static<typeof Customers>;

/** Which unit and period a page is about; left out: all one may see, of the running month. */
export const NameQuery = Type.Object(
  { unit: Type.Optional(Type.String()), period: Type.Optional(Type.String()) },
  { additionalProperties: false },
);
export type NameQuery = Static<typeof NameQuery>;

const NamedSpan = { id: Type.String(), name: Type.String(), from: IsoDay, to: IsoDay };

/**
 * What was won in a period, beside the same period of the year before, cut at the same date while
 * it runs; `change` 0.12 for 12 % more. Days run to the last, included.
 */
export const WonInPeriod = Type.Object({
  ...NamedSpan,
  won: DealTally,
  priorYear: Nullable(Type.Object({ ...NamedSpan, isCut: Type.Boolean(), won: DealTally })),
  change: Nullable(Type.Number()),
});
export type WonInPeriod = Static<typeof WonInPeriod>;

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
  inPeriod: WonInPeriod,
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
  code: Nullable(Type.String()),
  listPrice: Nullable(Type.String()),
  cost: Nullable(Type.String()),
  soldFrom: Nullable(IsoDay),
  soldUntil: Nullable(IsoDay),
});
export type ProductView = Static<typeof ProductView>;

const CustomerText = (maxLength: number) => Type.Optional(Nullable(Type.String({ maxLength })));

/** What is known of a customer beside their deals. A field that is left out stays as it is. */
export const CustomerChange = Type.Object(
  {
    group: CustomerText(80),
    email: CustomerText(200),
    address: CustomerText(300),
    /** Code of the salesperson who looks after them; credit goes by the deals alone. */
    owner: CustomerText(40),
    notes: CustomerText(2_000),
    /** Those that are named change; the others stay as they are. */
    customFields: Type.Optional(CustomFieldValuesInput),
    reason: Type.Optional(Reason),
  },
  { additionalProperties: false },
);
export type CustomerChange = Static<typeof CustomerChange>;

/** Everything about one customer. */
export const CustomerView = Type.Object({
  ...nameFields,
  products: Type.Array(DealGroup),
  group: Nullable(Type.String()),
  email: Nullable(Type.String()),
  address: Nullable(Type.String()),
  owner: Nullable(Type.Object({ code: Type.String(), name: Type.String() })),
  notes: Nullable(Type.String()),
  customFields: CustomFieldValues,
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
  'missingTargets',
  'peopleWithoutUnit',
  'oldRates',
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

import { type Static, Type } from 'typebox';
import { IsoDay, Minor, Nullable } from './common';
import { CustomFieldValues, CustomFieldValuesInput } from './customField';

export const DEAL_STATUSES = ['open', 'won', 'lost'] as const;
export const DealStatus = Type.Enum(DEAL_STATUSES);
export type DealStatus = (typeof DEAL_STATUSES)[number];

const text = (maxLength: number) => Nullable(Type.String({ maxLength }));

/** One salesperson's share of a deal in percent; shares add up to 100. */
export const Credit = Type.Object(
  {
    salesperson: Type.String({ minLength: 1 }),
    percent: Type.Number({ exclusiveMinimum: 0, maximum: 100 }),
  },
  { additionalProperties: false },
);
export type Credit = Static<typeof Credit>;

/**
 * A line of a deal: what, how many, at what price and cost each; decimals with a point in the
 * deal's currency.
 */
export const DealLine = Type.Object(
  {
    product: Type.String({ minLength: 1, maxLength: 120, pattern: '\\S' }),
    quantity: Type.Number(),
    unitPrice: Type.String({ minLength: 1, maxLength: 40 }),
    unitCost: Type.Optional(Nullable(Type.String({ maxLength: 40 }))),
  },
  { additionalProperties: false },
);
export type DealLine = Static<typeof DealLine>;

/**
 * What a person or script says of a deal; the same fields as a row of `deals.csv`. The amount is a
 * decimal text in the deal's own currency, so that no float is ever involved.
 */
export const DealInput = Type.Object(
  {
    deal: Type.Optional(
      Type.String({
        minLength: 1,
        maxLength: 80,
        description: "The source's own id; given by us when left out.",
      }),
    ),
    salesperson: Type.String({ minLength: 1, description: 'Unit code of the salesperson.' }),
    customer: Type.String({ minLength: 1, maxLength: 200, pattern: '\\S' }),
    amount: Type.String({
      minLength: 1,
      maxLength: 40,
      description: 'Decimal with a point, for example "1234.50".',
    }),
    currency: Type.Optional(
      Type.String({ description: 'ISO 4217; the reporting currency when left out.' }),
    ),
    status: DealStatus,
    closedOn: Type.Optional(Nullable(IsoDay)),
    expectedOn: Type.Optional(Nullable(IsoDay)),
    openedOn: Type.Optional(Nullable(IsoDay)),
    probability: Type.Optional(Nullable(Type.Number({ minimum: 0, maximum: 1 }))),
    stage: Type.Optional(text(80)),
    product: Type.Optional(text(120)),
    category: Type.Optional(text(80)),
    source: Type.Optional(text(80)),
    location: Type.Optional(text(80)),
    quantity: Type.Optional(Nullable(Type.Number())),
    cost: Type.Optional(text(40)),
    commissionRate: Type.Optional(Nullable(Type.Number({ minimum: 0, maximum: 1 }))),
    credit: Type.Optional(Nullable(Type.Array(Credit, { minItems: 2, maxItems: 20 }))),
    lostReason: Type.Optional(text(80)),
    /** Id of the won deal that this one takes money back from. */
    refundOf: Type.Optional(text(80)),
    /**
     * What the amount is made of; product, quantity and cost of the deal then follow from the
     * lines.
     */
    lines: Type.Optional(Nullable(Type.Array(DealLine, { minItems: 1, maxItems: 100 }))),
    notes: Type.Optional(text(2000)),
    /** Those that are named change; the others stay as they are. */
    customFields: Type.Optional(CustomFieldValuesInput),
    /** Why, where it is dated in a closed month. */
    reason: Type.Optional(Type.String({ maxLength: 500 })),
  },
  { additionalProperties: false },
);
export type DealInput = Static<typeof DealInput>;

export const DealUpdate = Type.Object(
  {
    deal: DealInput,
    version: Type.Integer({
      minimum: 1,
      description:
        'The version this change was made from; a newer one on the server is a clash, never overwritten.',
    }),
    reason: Type.Optional(Type.String({ maxLength: 500 })),
  },
  { additionalProperties: false },
);
export type DealUpdate = Static<typeof DealUpdate>;

export const DealVoid = Type.Object(
  {
    version: Type.Integer({ minimum: 1 }),
    reason: Type.String({ minLength: 1, maxLength: 500, pattern: '\\S' }),
  },
  { additionalProperties: false },
);
export type DealVoid = Static<typeof DealVoid>;

export const DealRestore = Type.Object(
  { version: Type.Integer({ minimum: 1 }), reason: Type.Optional(Type.String({ maxLength: 500 })) },
  { additionalProperties: false },
);
export type DealRestore = Static<typeof DealRestore>;

export const Deal = Type.Object({
  id: Type.Integer(),
  version: Type.Integer(),
  deal: Type.String(),
  status: DealStatus,
  salesperson: Type.String(),
  salespersonName: Type.String(),
  customer: Type.String(),
  amount: Type.String(),
  currency: Type.String(),
  credited: Minor,
  day: IsoDay,
  closedOn: Nullable(IsoDay),
  expectedOn: Nullable(IsoDay),
  openedOn: Nullable(IsoDay),
  probability: Nullable(Type.Number()),
  stage: Nullable(Type.String()),
  product: Nullable(Type.String()),
  category: Nullable(Type.String()),
  source: Nullable(Type.String()),
  location: Nullable(Type.String()),
  quantity: Nullable(Type.Number()),
  cost: Nullable(Type.String()),
  commissionRate: Nullable(Type.Number()),
  /** Rate times credited amount, in minor units of the reporting currency; null without a rate. */
  commission: Nullable(Minor),
  credit: Nullable(Type.Array(Credit)),
  lostReason: Nullable(Type.String()),
  refundOf: Nullable(Type.String()),
  lines: Nullable(Type.Array(DealLine)),
  notes: Nullable(Type.String()),
  customFields: CustomFieldValues,
  changedAt: Type.String(),
  voidedAt: Nullable(Type.String()),
  voidReason: Nullable(Type.String()),
});
export type Deal = Static<typeof Deal>;

/** One deal as who asks meets it. */
export const OpenedDeal = Type.Object({
  ...Deal.properties,
  /**
   * Whether they may change, void and refund it: their role dataset, its owner is one of their
   * people, and so is everyone it is credited to.
   */
  canEdit: Type.Boolean(),
});

export const DEAL_SORTS = [
  'day',
  'credited',
  'salesperson',
  'customer',
  'product',
  'category',
  'source',
  'stage',
  'location',
  'status',
  'probability',
  'quantity',
  'cost',
  'deal',
  'changedAt',
] as const;
export type DealSort = (typeof DEAL_SORTS)[number];
export const DEAL_GROUPS = [
  'salesperson',
  'customer',
  'product',
  'category',
  'source',
  'stage',
  'location',
  'lostReason',
  'status',
  'month',
] as const;
export type DealGrouping = (typeof DEAL_GROUPS)[number];

const named = Type.Optional(Type.String({ minLength: 1, maxLength: 200 }));
const yes = Type.Optional(Type.Boolean());

/** Which deals: every part narrows it further. Names are those of the lists. */
const filterFields = {
  unit: Type.Optional(Type.String()),
  period: Type.Optional(Type.String()),
  status: Type.Optional(DealStatus),
  search: Type.Optional(Type.String({ maxLength: 100 })),
  /** Unit code of who owns it; a unit also finds deals of which its people have a part. */
  salesperson: named,
  customer: named,
  product: named,
  category: named,
  source: named,
  stage: named,
  location: named,
  lostReason: named,
  currency: Type.Optional(Type.String({ pattern: '^[A-Z]{3}$' })),
  amountFrom: Type.Optional(
    Type.String({
      maxLength: 40,
      description: 'Decimal in the reporting currency, itself included.',
    }),
  ),
  amountTo: Type.Optional(Type.String({ maxLength: 40 })),
  /** Open, and expected to have closed before today. */
  overdue: yes,
  split: yes,
  refund: yes,
  /** Whose owner stood in no unit on its day. */
  unassigned: yes,
  /** Won without a cost. */
  missingCost: yes,
  changedSince: Type.Optional(IsoDay),
  /** By custom fields, for example "segment=Charter&paid_on=2026-11-01..2026-11-30". */
  custom: Type.Optional(
    Type.String({
      maxLength: 1000,
      description:
        'Code and value of custom fields, written like a query: a choice, yes or no, a part of a text, FROM..TO of dates and numbers, or nothing for deals without.',
    }),
  ),
  voided: yes,
};
export const DealFilterQuery = Type.Object(filterFields, { additionalProperties: false });
export type DealFilterQuery = Static<typeof DealFilterQuery>;

export const DealQuery = Type.Object(
  {
    ...filterFields,
    sort: Type.Optional(Type.Enum(DEAL_SORTS)),
    order: Type.Optional(Type.Enum(['asc', 'desc'] as const)),
    cursor: Type.Optional(Type.String({ maxLength: 500 })),
    limit: Type.Optional(Type.Integer({ minimum: 1, maximum: 500 })),
  },
  { additionalProperties: false },
);
export type DealQuery = Static<typeof DealQuery>;

/** Count, sum and average of credited amounts; the average is null of none. */
export const DealTally = Type.Object({
  count: Type.Integer(),
  credited: Minor,
  average: Nullable(Minor),
});
export type DealTally = Static<typeof DealTally>;

/** One page of deals with the sums of all that match. Only won deals count as booked. */
export const DealPage = Type.Object({
  deals: Type.Array(Deal),
  nextCursor: Nullable(Type.String()),
  count: Type.Integer(),
  won: DealTally,
  open: DealTally,
});
export type DealPage = Static<typeof DealPage>;

export const DealGroupQuery = Type.Object(
  { ...filterFields, by: Type.Enum(DEAL_GROUPS) },
  { additionalProperties: false },
);
export type DealGroupQuery = Static<typeof DealGroupQuery>;

/**
 * Deals that have something in common; `key` is what the filter of the same name takes, null for
 * those without.
 */
export const DealGroup = Type.Object({
  key: Nullable(Type.String()),
  name: Type.String(),
  count: Type.Integer(),
  won: DealTally,
  open: DealTally,
});
export type DealGroup = Static<typeof DealGroup>;
/**
 * The largest by won amount; `others` is all that is left, so that the groups and it make the
 * whole.
 */
export const DealGroups = Type.Object({
  groups: Type.Array(DealGroup),
  remainder: Nullable(
    Type.Object({ groups: Type.Integer(), count: Type.Integer(), won: DealTally, open: DealTally }),
  ),
});
export type DealGroups = Static<typeof DealGroups>;

/** Deals that take money back from one, and how much of it is left. */
export const DealRefunds = Type.Object({
  refunds: Type.Array(
    Type.Object({
      id: Type.Integer(),
      deal: Type.String(),
      closedOn: IsoDay,
      amount: Type.String(),
    }),
  ),
  remaining: Type.String(),
});
export type DealRefunds = Static<typeof DealRefunds>;

/** Where a deal counts: a unit and month, with and without it. */
export const DealContribution = Type.Object({
  unit: Type.String(),
  name: Type.String(),
  kind: Type.String(),
  period: Type.String(),
  periodName: Type.String(),
  credited: Minor,
  actual: Minor,
  target: Nullable(Type.Number()),
  targetSource: Type.String(),
  attainment: Nullable(Type.String()),
  without: Nullable(Type.String()),
});
export type DealContribution = Static<typeof DealContribution>;

/** What booking did to the first-named salesperson's month, told after saving. */
export const DealEffect = Type.Object({ sentence: Type.String() });

export const SavedDeal = Type.Object({ deal: Deal, effect: Nullable(DealEffect) });
export type SavedDeal = Static<typeof SavedDeal>;

export const DealChange = Type.Object({
  at: Type.String(),
  userName: Type.String(),
  action: Type.String(),
  reason: Nullable(Type.String()),
  before: Nullable(Deal),
  after: Nullable(Deal),
});
export type DealChange = Static<typeof DealChange>;

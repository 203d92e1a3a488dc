import { type Static, Type } from 'typebox';
import { Id, IsoDay, Minor, Nullable } from './common';
import { DealStatus } from './deal';

/** Lists to pick from; what is grouped later is never free text. */
export const LISTS = [
  'customer',
  'product',
  'category',
  'source',
  'stage',
  'location',
  'lostReason',
] as const;
export const ListName = Type.Enum(LISTS);
export type ListName = (typeof LISTS)[number];

const Name = Type.String({ minLength: 1, maxLength: 200, pattern: '\\S' });
const money = Nullable(
  Type.String({ maxLength: 40, description: 'Decimal with a point, in the reporting currency.' }),
);
/** Of a product only. */
const productFields = {
  code: Type.Optional(Nullable(Type.String({ maxLength: 40 }))),
  category: Type.Optional(Nullable(Type.String({ maxLength: 80 }))),
  listPrice: Type.Optional(money),
  cost: Type.Optional(money),
  /** The first day on which it is sold; null: it always was. */
  soldFrom: Type.Optional(Nullable(IsoDay)),
  /** The last day on which it is sold; null: no end is known. */
  soldUntil: Type.Optional(Nullable(IsoDay)),
};
/** Of a stage only. */
const stageFields = {
  probability: Type.Optional(Nullable(Type.Number({ minimum: 0, maximum: 1 }))),
  outcome: Type.Optional(DealStatus),
  position: Type.Optional(Type.Integer({ minimum: 0, maximum: 1000 })),
};

export const ListEntry = Type.Object({
  id: Type.Integer(),
  name: Type.String(),
  isArchived: Type.Boolean(),
  /** Deals that name it. */
  deals: Type.Integer(),
  /** Second spellings that mean it. */
  aliases: Type.Array(Type.String()),
  ...productFields,
  ...stageFields,
});
export type ListEntry = Static<typeof ListEntry>;

export const ListEntryInput = Type.Object(
  { name: Name, isArchived: Type.Optional(Type.Boolean()), ...productFields, ...stageFields },
  { additionalProperties: false },
);
export type ListEntryInput = Static<typeof ListEntryInput>;

export const MergeInput = Type.Object(
  {
    from: Id,
    into: Id,
    /** Say what it would do, and do nothing. */
    preview: Type.Optional(Type.Boolean()),
  },
  { additionalProperties: false },
);
export type MergeInput = Static<typeof MergeInput>;

/** What became one, or would: how many deals move, and what they are worth. */
export const MergeEffect = Type.Object({
  merge: Nullable(Type.Integer()),
  fromName: Type.String(),
  intoName: Type.String(),
  deals: Type.Integer(),
  won: Minor,
});
export type MergeEffect = Static<typeof MergeEffect>;

export const Merge = Type.Object({
  id: Type.Integer(),
  list: ListName,
  fromName: Type.String(),
  intoName: Type.String(),
  deals: Type.Integer(),
  at: Type.String(),
  userName: Type.String(),
});
export type Merge = Static<typeof Merge>;

/** Names to pick from when a deal is booked; what is archived is left out. */
export const Lookups = Type.Object({
  customers: Type.Array(Type.String()),
  products: Type.Array(
    Type.Object({
      name: Type.String(),
      code: Nullable(Type.String()),
      category: Nullable(Type.String()),
      listPrice: Nullable(Type.String()),
      cost: Nullable(Type.String()),
      soldFrom: Nullable(IsoDay),
      soldUntil: Nullable(IsoDay),
    }),
  ),
  categories: Type.Array(Type.String()),
  sources: Type.Array(Type.String()),
  stages: Type.Array(
    Type.Object({ name: Type.String(), probability: Nullable(Type.Number()), outcome: DealStatus }),
  ),
  locations: Type.Array(Type.String()),
  lostReasons: Type.Array(Type.String()),
  currencies: Type.Array(Type.String()),
  salespeople: Type.Array(Type.Object({ code: Type.String(), name: Type.String() })),
});
export type Lookups = Static<typeof Lookups>;

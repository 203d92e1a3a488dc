import { type Static, Type } from 'typebox';
import { TARGET_SOURCES } from '#core/targets/resolvedTarget';
import { SLICE_DIMENSIONS } from '#core/targets/targetSlice';
import { PeriodView } from './attainment';
import { Id, Minor, Nullable, Reason, Value } from './common';
import { MeasureCode, MeasureRecord } from './measure';
import { UnitSummary } from './unit';

export const SliceDimension = Type.Enum(SLICE_DIMENSIONS);

/** One value of one dimension: an id of a list, or the name of a customer group. */
export const TargetSlice = Type.Object(
  { by: SliceDimension, key: Type.String({ minLength: 1, maxLength: 200 }) },
  { additionalProperties: false },
);

export const TargetQuery = Type.Object(
  {
    unit: Type.String({ minLength: 1 }),
    year: Type.String({ pattern: '^FY\\d{4}$' }),
    measure: Type.Optional(MeasureCode),
    /** A draft; left out: the published targets. */
    plan: Type.Optional(Id),
  },
  { additionalProperties: false },
);

export const TargetCell = Type.Object({
  value: Nullable(Minor),
  targetSource: Type.Enum(TARGET_SOURCES),
  allocatedFrom: Nullable(Type.String()),
  floor: Nullable(Minor),
  stretch: Nullable(Minor),
  missing: Type.Integer(),
  /** Own target less the sum below; null unless both exist. */
  unallocated: Nullable(Minor),
  allocated: Nullable(Minor),
  version: Type.Integer(),
  /** False for periods in which the unit does not stand in the tree. */
  active: Type.Boolean(),
  priorYear: Nullable(Value),
});
export type TargetCell = Static<typeof TargetCell>;

export const TargetRow = Type.Object({
  unit: UnitSummary,
  depth: Type.Integer(),
  cells: Type.Array(TargetCell),
});
export type TargetRow = Static<typeof TargetRow>;

/** Units by periods: twelve months, four quarters and the year, in the order of `periods`. */
export const TargetGrid = Type.Object({
  unit: UnitSummary,
  currency: Type.String(),
  measure: MeasureRecord,
  periods: Type.Array(PeriodView),
  rows: Type.Array(TargetRow),
  canEdit: Type.Boolean(),
});
export type TargetGrid = Static<typeof TargetGrid>;

/** The same of a plan's grid, by people or by slices of the unit. */
export const PlanGridQuery = Type.Object(
  { ...TargetQuery.properties, by: Type.Optional(SliceDimension) },
  { additionalProperties: false },
);

/** One cell; the value is a decimal text in major units, null clears it. */
export const TargetChange = Type.Object(
  {
    unit: Type.String({ minLength: 1 }),
    period: Type.String({ minLength: 1 }),
    measure: MeasureCode,
    /** What of the unit's business it is for; left out: all of it. */
    slice: Type.Optional(Nullable(TargetSlice)),
    target: Nullable(Type.String({ maxLength: 40 })),
    floor: Type.Optional(Nullable(Type.String({ maxLength: 40 }))),
    stretch: Type.Optional(Nullable(Type.String({ maxLength: 40 }))),
    /**
     * What the amounts are in; left out: the reporting currency. Another one is converted by the
     * plan's fixed rate.
     */
    currency: Type.Optional(Nullable(Type.String({ pattern: '^[A-Z]{3}$' }))),
    note: Type.Optional(Nullable(Type.String({ maxLength: 500 }))),
    /**
     * The version the change was made from (0: there was none); left out by files, which say what
     * is to be.
     */
    version: Type.Optional(Type.Integer({ minimum: 0 })),
  },
  { additionalProperties: false },
);
export type TargetChange = Static<typeof TargetChange>;

export const TargetChanges = Type.Object(
  {
    changes: Type.Array(TargetChange, { minItems: 1, maxItems: 50_000 }),
    /** A draft; left out: the published plan, and then a reason is needed. */
    plan: Type.Optional(Id),
    reason: Type.Optional(Reason),
  },
  { additionalProperties: false },
);
export type TargetChanges = Static<typeof TargetChanges>;

/** The cells as they were, from which the whole step can be undone. */
export const TargetsSaved = Type.Object({
  saved: Type.Integer(),
  undo: Type.Array(TargetChange),
});
export type TargetsSaved = Static<typeof TargetsSaved>;

export const TargetHistoryQuery = Type.Object(
  {
    unit: Type.String(),
    period: Type.String(),
    measure: MeasureCode,
    plan: Type.Optional(Id),
    /** The dimension and the key of a slice, both or neither. */
    by: Type.Optional(SliceDimension),
    key: Type.Optional(Type.String({ minLength: 1, maxLength: 200 })),
  },
  { additionalProperties: false },
);
export const TargetHistory = Type.Array(
  Type.Object({
    at: Type.String(),
    userName: Type.String(),
    from: Nullable(Minor),
    to: Nullable(Minor),
    reason: Nullable(Type.String()),
    /** What was noted on the target from then on. */
    note: Nullable(Type.String()),
  }),
);

import { type Static, Type } from 'typebox';
import { IsoDay, Nullable, Value } from './common';
import { MeasureCode, MeasureRecord } from './measure';
import { UnitSummary } from './unit';

export const ActivityQuery = Type.Object(
  {
    unit: Type.String({ minLength: 1 }),
    /** A fiscal year gives its months, a month its days. */
    period: Type.String({ minLength: 1 }),
    measure: MeasureCode,
  },
  { additionalProperties: false },
);

export const ACTIVITY_LOCKS = [
  'notInTree',
  'daysTyped',
  'closed',
  'notOver',
  'deals',
  'elsewhere',
] as const;
/**
 * Why a cell takes no value: the unit does not stand in the tree; single days have values; the
 * month is closed; it has not ended; it has deals; a unit above or below has its total.
 */
export type ActivityLock = (typeof ACTIVITY_LOCKS)[number];

/**
 * Typed-in values of a unit and all below it, by the months of a year or the days of a month; of a
 * measure of deals the totals from before the first deals, by months.
 */
export const ActivityGrid = Type.Object({
  unit: UnitSummary,
  measure: MeasureRecord,
  currency: Type.String(),
  columns: Type.Array(
    Type.Object({ id: Type.String(), name: Type.String(), shortName: Type.String() }),
  ),
  rows: Type.Array(
    Type.Object({
      unit: UnitSummary,
      depth: Type.Integer(),
      /** Of the unit alone, in whole units of the last decimal. */
      own: Type.Array(Nullable(Value)),
      /** Of the unit and all below it, by the measure's own accumulation. */
      whole: Type.Array(Nullable(Value)),
      /**
       * The day on which a value typed here is kept; null where single days have values already, or
       * the unit does not stand in the tree.
       */
      on: Type.Array(Nullable(IsoDay)),
      locks: Type.Array(Nullable(Type.Enum(ACTIVITY_LOCKS))),
    }),
  ),
  canEdit: Type.Boolean(),
});
export type ActivityGrid = Static<typeof ActivityGrid>;

export const ActivityChange = Type.Object(
  {
    unit: Type.String({ minLength: 1 }),
    on: IsoDay,
    measure: MeasureCode,
    /** A decimal; null or empty takes the value away. */
    value: Nullable(Type.String({ maxLength: 40 })),
    /** What the writer saw there; a newer value is then not overwritten. */
    previousValue: Type.Optional(Nullable(Type.String({ maxLength: 40 }))),
  },
  { additionalProperties: false },
);
export type ActivityChange = Static<typeof ActivityChange>;

export const ActivityChanges = Type.Object(
  { changes: Type.Array(ActivityChange, { minItems: 1, maxItems: 50_000 }) },
  { additionalProperties: false },
);
export type ActivityChanges = Static<typeof ActivityChanges>;

export const ActivitiesSaved = Type.Object({
  saved: Type.Integer(),
  undo: Type.Array(ActivityChange),
});
export type ActivitiesSaved = Static<typeof ActivitiesSaved>;

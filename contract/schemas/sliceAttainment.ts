import { type Static, Type } from 'typebox';
import { TARGET_SOURCES } from '#core/targets/resolvedTarget';
import { PeriodView, Status } from './attainment';
import { IsoDay, Minor, Nullable, Value } from './common';
import { MeasureCode, MeasureRecord } from './measure';
import { SliceDimension } from './target';
import { UnitSummary } from './unit';

export const SliceAttainmentQuery = Type.Object(
  {
    unit: Type.String({ minLength: 1 }),
    period: Type.String({ minLength: 1 }),
    measure: Type.Optional(MeasureCode),
    by: SliceDimension,
  },
  { additionalProperties: false },
);
export type SliceAttainmentQuery = Static<typeof SliceAttainmentQuery>;

export const SliceAttainmentRow = Type.Object({
  /** An id of a list, or a customer group's name. */
  key: Type.String(),
  name: Type.String(),
  actual: Nullable(Value),
  target: Nullable(Minor),
  targetSource: Type.Enum(TARGET_SOURCES),
  /** How many targets its sum lacks. */
  missing: Type.Integer(),
  attainment: Nullable(Type.Number()),
  attainmentText: Nullable(Type.String()),
  gap: Nullable(Value),
  expectedToDate: Nullable(Type.Number()),
  aheadOfPace: Nullable(Type.Number()),
  status: Status,
});
export type SliceAttainmentRow = Static<typeof SliceAttainmentRow>;

/** Where the slices of a unit stand against their own targets. */
export const SliceAttainment = Type.Object({
  unit: UnitSummary,
  period: PeriodView,
  measure: MeasureRecord,
  currency: Type.String(),
  asOf: IsoDay,
  by: SliceDimension,
  /** Those with a target first, each part by actual, the largest first. */
  rows: Type.Array(SliceAttainmentRow),
  /** Slices beyond the first, all without a target, and what they come to. */
  remainder: Nullable(Type.Object({ count: Type.Integer(), actual: Value })),
  /** What is booked without a value of the dimension. */
  withoutValue: Value,
  /** The unit's own target, what its slices' add up to, and what is left; null where one is missing. */
  own: Type.Object({
    actual: Nullable(Value),
    target: Nullable(Minor),
    allocated: Nullable(Minor),
    unallocated: Nullable(Minor),
  }),
});
export type SliceAttainment = Static<typeof SliceAttainment>;

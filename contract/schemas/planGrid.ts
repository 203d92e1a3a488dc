import { type Static, Type } from 'typebox';
import { Minor, Nullable, Value } from './common';
import { CalendarInput } from './company';
import { MeasureCode, MeasureRecord } from './measure';
import { PlanSummary } from './plan';
import { SliceDimension } from './target';
import { UnitSummary } from './unit';

/**
 * A target as it was set in another currency than the reporting one, in that currency's minor
 * units.
 */
export const OwnTarget = Type.Object({
  currency: Type.String(),
  target: Minor,
  floor: Nullable(Minor),
  stretch: Nullable(Minor),
});
export type OwnTarget = Static<typeof OwnTarget>;

/**
 * unit id, period id, target, floor, stretch, version; a target of null is one that was cleared.
 */
export const GridTarget = Type.Tuple([
  Type.Integer(),
  Type.String(),
  Nullable(Minor),
  Nullable(Minor),
  Nullable(Minor),
  Type.Integer(),
  Nullable(OwnTarget),
]);
export type GridTarget = Static<typeof GridTarget>;

/**
 * What the core needs to compute every cell of a year's plan for a unit and all below it: places,
 * working days, and what is set. Days are whole days since 1970-01-01. A company of thousands is a
 * megabyte; its cells, computed, would be ten.
 */
export const PlanGridData = Type.Object({
  unit: UnitSummary,
  year: Type.Integer(),
  /** The plan the targets are of; null: the year has no published plan. */
  plan: Nullable(PlanSummary),
  currency: Type.String(),
  measure: MeasureRecord,
  calendar: CalendarInput,
  canEdit: Type.Boolean(),
  units: Type.Array(UnitSummary),
  /** unit id, parent id, from, to (exclusive) */
  memberships: Type.Array(
    Type.Tuple([Type.Integer(), Nullable(Type.Integer()), Type.Integer(), Type.Integer()]),
  ),
  /** The different sets of working days, and which one each of `units` has. */
  workingDays: Type.Array(
    Type.Object({
      weekdays: Type.Array(Type.Integer()),
      halfWeekdays: Type.Array(Type.Integer()),
      closed: Type.Array(Type.Integer()),
      halves: Type.Array(Type.Integer()),
    }),
  ),
  workingDaysIndex: Type.Array(Type.Integer()),
  targets: Type.Array(GridTarget),
  /**
   * For each of `units`: the result of each month's finished namesake, last year's or, while that
   * still runs, the one before.
   */
  priorYear: Type.Array(Type.Array(Nullable(Value))),
  /** Which months those are. */
  priorPeriodIds: Type.Array(Nullable(Type.String())),
  /** Months closed for the whole company. */
  closedMonths: Type.Array(Type.String()),
  /** Months closed for some of the units only: which, and for whom. */
  closedForUnits: Type.Array(
    Type.Object({ period: Type.String(), unitIds: Type.Array(Type.Integer()) }),
  ),
  /** Reporting units for one unit of a currency, fixed for the plan. */
  rates: Type.Record(Type.String(), Type.String()),
  /** The currency of the unit's country. */
  ownCurrency: Nullable(Type.String()),
  /**
   * Set where the rows are slices of the unit: each stands there below it as a unit of its own, with a
   * number below 0 and its slice as its code ("product:12").
   */
  slices: Nullable(
    Type.Object({
      by: SliceDimension,
      /** How many more values have neither a target nor a place among the largest. */
      omitted: Type.Integer(),
    }),
  ),
  /** Newcomers: unit, first day, basis points of the full target by month. */
  ramps: Type.Array(Type.Tuple([Type.Integer(), Type.Integer(), Type.Array(Type.Integer())])),
  /** From where on changes are asked for. */
  cursor: Type.String(),
});
export type PlanGridData = Static<typeof PlanGridData>;

export const GridChangesQuery = Type.Object(
  {
    unit: Type.String({ minLength: 1 }),
    year: Type.String({ pattern: '^FY\\d{4}$' }),
    measure: Type.Optional(MeasureCode),
    plan: Type.Integer(),
    by: Type.Optional(SliceDimension),
    cursor: Type.String({ pattern: '^\\d{1,20}$' }),
  },
  { additionalProperties: false },
);

export const RESULT_PERIOD_KINDS = ['month', 'quarter', 'year'] as const;
export const ResultHistoryQuery = Type.Object(
  {
    unit: Type.String({ minLength: 1 }),
    kind: Type.Enum(RESULT_PERIOD_KINDS),
    measure: Type.Optional(MeasureCode),
  },
  { additionalProperties: false },
);

/**
 * Results of the finished periods of a kind, oldest first, of a unit and all below it: unit id,
 * then one value a period.
 */
export const ResultHistory = Type.Object({
  periods: Type.Array(Type.Object({ id: Type.String(), name: Type.String() })),
  rows: Type.Array(Type.Array(Nullable(Value))),
});
export type ResultHistory = Static<typeof ResultHistory>;

/** Targets written since the cursor; some may be known already. */
export const GridChanges = Type.Array(GridTarget);

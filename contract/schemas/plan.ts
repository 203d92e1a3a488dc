import { type Static, Type } from 'typebox';
import { Status } from './attainment';
import { Id, Minor, Nullable, Reason } from './common';
import { MeasureCode } from './measure';
import { UnitSummary } from './unit';

/**
 * draft: being worked on; published: counts; replaced: what a publication replaced; merged: a
 * draft that was published; discarded.
 */
export const PLAN_STATUSES = ['draft', 'published', 'replaced', 'merged', 'discarded'] as const;
export type PlanStatus = (typeof PLAN_STATUSES)[number];

const PlanYear = Type.String({ pattern: '^FY\\d{4}$' });
const PlanName = Type.String({ minLength: 1, maxLength: 80, pattern: '\\S' });

export const PlanSummary = Type.Object({
  id: Type.Integer(),
  year: PlanYear,
  name: Type.String(),
  status: Type.Enum(PLAN_STATUSES),
  /** It concerns this unit and all below. */
  unit: UnitSummary,
  note: Nullable(Type.String()),
  createdBy: Type.String(),
  createdAt: Type.String(),
  endedBy: Nullable(Type.String()),
  endedAt: Nullable(Type.String()),
  /** Reporting units for one unit of a currency, fixed for the plan. */
  rates: Type.Record(Type.String(), Type.String()),
  /** How many targets are set in it. */
  targetCount: Type.Integer(),
  /** Whether the reader may publish or discard it. */
  canPublish: Type.Boolean(),
});
export type PlanSummary = Static<typeof PlanSummary>;

/** The fixed rates of a draft, all of them: what is set in these currencies is converted anew. */
export const PlanRates = Type.Object(
  {
    rates: Type.Record(Type.String({ pattern: '^[A-Z]{3}$' }), Type.String({ maxLength: 20 })),
    reason: Type.Optional(Reason),
  },
  { additionalProperties: false },
);
export type PlanRates = Static<typeof PlanRates>;
export const PlanRatesSaved = Type.Object({ plan: PlanSummary, converted: Type.Integer() });

export const PlansQuery = Type.Object({ year: PlanYear }, { additionalProperties: false });

/** Where a draft begins. `priorYear`: the published plan of the year before, period by period. */
export const PLAN_SOURCES = ['empty', 'published', 'priorYear', 'plan'] as const;
export const PlanInput = Type.Object(
  {
    year: PlanYear,
    name: PlanName,
    from: Type.Enum(PLAN_SOURCES),
    /** The plan to copy, for `plan`. */
    plan: Type.Optional(Id),
  },
  { additionalProperties: false },
);
export type PlanInput = Static<typeof PlanInput>;

/**
 * A new draft, and how many targets were left out because their unit no longer stands in the tree
 * then.
 */
export const PlanMade = Type.Object({
  plan: PlanSummary,
  copied: Type.Integer(),
  omitted: Type.Integer(),
});
export type PlanMade = Static<typeof PlanMade>;

export const PlanPublication = Type.Object(
  {
    note: Type.String({ minLength: 1, maxLength: 500, pattern: '\\S' }),
    /**
     * Periods that begin before this one keep their published targets; left out: all periods are
     * published.
     */
    from: Type.Optional(Type.String({ minLength: 1 })),
  },
  { additionalProperties: false },
);
export type PlanPublication = Static<typeof PlanPublication>;

export const PlanPublished = Type.Object({
  plan: PlanSummary,
  changed: Type.Integer(),
  unchanged: Type.Integer(),
});
export type PlanPublished = Static<typeof PlanPublished>;

/** Against which other plan; left out: the published one. */
export const DifferenceQuery = Type.Object(
  { against: Type.Optional(Id), measure: Type.Optional(MeasureCode) },
  { additionalProperties: false },
);

/** Cells that differ between two plans, by unit and period; null: not set. */
export const PlanDifference = Type.Object({
  plan: PlanSummary,
  against: Nullable(PlanSummary),
  count: Type.Integer(),
  rows: Type.Array(
    Type.Object({
      unit: UnitSummary,
      /** The product, customer or the like it is for; null: all of the unit's business. */
      sliceName: Nullable(Type.String()),
      period: Type.String(),
      periodName: Type.String(),
      measure: MeasureCode,
      otherValue: Nullable(Minor),
      value: Nullable(Minor),
    }),
  ),
});
export type PlanDifference = Static<typeof PlanDifference>;

export const GradeChangesQuery = Type.Object(
  {
    /** Periods that begin before this one keep their published targets. */
    from: Type.Optional(Type.String({ minLength: 1 })),
  },
  { additionalProperties: false },
);

/** Whose grade would be another one if a draft were published; the first 200 of so many. */
export const GradeChanges = Type.Object({
  count: Type.Integer(),
  rows: Type.Array(
    Type.Object({
      unit: UnitSummary,
      period: Type.String(),
      periodName: Type.String(),
      measure: MeasureCode,
      before: Status,
      after: Status,
    }),
  ),
});
export type GradeChanges = Static<typeof GradeChanges>;

export const ClosedMonths = Type.Array(
  Type.Object({
    period: Type.String(),
    name: Type.String(),
    /** Closed for it and all below; null: for the whole company. */
    unit: Nullable(UnitSummary),
    closedBy: Type.String(),
    closedAt: Type.String(),
  }),
);
/** Code of the unit for which it is closed, with all below; without it the whole company. */
const ClosedUnit = Type.Optional(Type.String({ minLength: 1 }));
export const MonthOpening = Type.Object(
  {
    reason: Reason,
    /** The month's name once more: opened by name. */ name: Type.String(),
    unit: ClosedUnit,
  },
  { additionalProperties: false },
);
export const MonthsClosing = Type.Object(
  {
    periods: Type.Array(Type.String({ minLength: 1 }), { minItems: 1, maxItems: 60 }),
    unit: ClosedUnit,
  },
  { additionalProperties: false },
);
export const MonthParams = Type.Object({ period: Type.String({ minLength: 1 }) });

import { type Static, Type } from 'typebox';
import { PERIOD_KINDS } from '#core/period/calendar';
import { STATUS_STATES } from '#core/status/grade';
import { BENCHMARKS, ICON_SETS, STATUS_COLORS } from '#core/status/rule';
import { TARGET_SOURCES } from '#core/targets/resolvedTarget';
import { IsoDay, Minor, Nullable, Value } from './common';
import { MeasureCode, MeasureRecord } from './measure';
import { UnitSummary } from './unit';

export const Status = Type.Object({
  grade: Type.Integer({ minimum: 0, maximum: 4 }),
  state: Type.Enum(STATUS_STATES),
  /** As the measure's rule words it. */
  label: Type.String(),
  iconSet: Type.Enum(ICON_SETS),
  /** Null where there is no grade. */
  color: Nullable(Type.Enum(STATUS_COLORS)),
});
export type Status = Static<typeof Status>;

/**
 * Statuses named once where a thousand units share a handful; each unit says by its place which one
 * it has.
 */
export const StatusIndex = Type.Integer({
  minimum: 0,
  description: 'Place in `statuses`, from 0 on.',
});

export const Phase = Type.Enum(['notStarted', 'open', 'ended'] as const);

export const PeriodView = Type.Object({
  id: Type.String(),
  kind: Type.Enum(PERIOD_KINDS),
  name: Type.String(),
  from: IsoDay,
  /** The last day, included. */
  lastDay: IsoDay,
});
export type PeriodView = Static<typeof PeriodView>;

export const TargetView = Type.Object({
  value: Nullable(Minor),
  floor: Nullable(Minor),
  stretch: Nullable(Minor),
  targetSource: Type.Enum(TARGET_SOURCES),
  allocatedFrom: Nullable(Type.String()),
  /** The unit whose target is everybody's below, where it is. */
  inheritedFromUnit: Nullable(Type.String()),
  partCount: Type.Integer(),
  missing: Type.Array(
    Type.Object({
      unit: Type.String(),
      name: Type.String(),
      period: Type.String(),
      periodName: Type.String(),
    }),
  ),
  missingCount: Type.Integer(),
});
export type TargetView = Static<typeof TargetView>;

/** Months of a figure that hold a total from before instead of deals. */
export const MonthlyTotalsView = Type.Object({
  /** The months in words: "1 Apr–30 Jun 2024". */
  days: Type.String(),
  /** What they come to, for what adds up. */
  value: Nullable(Value),
  /** The figure is not known for them: its days cut a month, or they have not all it takes. */
  isUnknown: Type.Boolean(),
});
export type MonthlyTotalsView = Static<typeof MonthlyTotalsView>;

export const EarlierView = Type.Object({
  period: Type.String(),
  /** The compared days in words: "1–18 Nov 2025". */
  days: Type.String(),
  toDate: Nullable(Value),
  total: Nullable(Value),
  difference: Nullable(Value),
  changeText: Type.String(),
  /** The earlier value is so small that a percent says nothing: greyed, with the difference beside. */
  isLowBase: Type.Boolean(),
  monthlyTotals: Nullable(MonthlyTotalsView),
});
export type EarlierView = Static<typeof EarlierView>;

/**
 * The figures of one unit and period, in whole units of the measure's last decimal; those after a
 * division may have fractions.
 */
export const Figures = Type.Object({
  /** The counted days in words: "1–18 Nov 2026". */
  days: Type.String(),
  /** Null: there is nothing to compute it from. */
  actual: Nullable(Value),
  target: TargetView,
  attainment: Nullable(Type.Number()),
  attainmentText: Nullable(Type.String()),
  gap: Nullable(Value),
  expectedToDate: Nullable(Type.Number()),
  aheadOfPace: Nullable(Type.Number()),
  requiredDailyRate: Nullable(Type.Number()),
  averageDailyRate: Nullable(Type.Number()),
  runRateProjection: Nullable(Type.Number()),
  elapsed: Type.Object({
    phase: Phase,
    workingDaysElapsed: Type.Number(),
    workingDays: Type.Number(),
    workingDaysRemaining: Type.Number(),
    /** The part of the target that is due by now, 0 to 1. */
    dueShare: Type.Number(),
    /** What decides it: working days, or the targets of the months inside a longer period. */
    dueBasis: Type.Enum(['workingDays', 'months']),
  }),
  status: Status,
  monthlyTotals: Nullable(MonthlyTotalsView),
});
export type Figures = Static<typeof Figures>;

export const RankingRowView = Type.Object({
  unit: UnitSummary,
  teamName: Nullable(Type.String()),
  rank: Nullable(Type.Integer()),
  rankChange: Nullable(Type.Integer()),
  actual: Nullable(Value),
  target: Nullable(Minor),
  targetIncomplete: Type.Boolean(),
  attainment: Nullable(Type.Number()),
  attainmentText: Nullable(Type.String()),
  /**
   * What it is ranked by, as a number and as shown, and the same at the same point of the prior
   * period.
   */
  value: Nullable(Type.Number()),
  valueText: Nullable(Type.String()),
  priorValue: Nullable(Type.Number()),
  priorValueText: Nullable(Type.String()),
  /** Against the prior period at the same point. */
  priorText: Type.String(),
  priorDifference: Nullable(Value),
  priorIsLowBase: Type.Boolean(),
  gap: Nullable(Value),
  status: Status,
  priorYear: Nullable(Value),
  priorYearText: Nullable(Type.String()),
  priorYearIsLowBase: Type.Boolean(),
  /** Less than the full target is asked of a newcomer. */
  isOnRamp: Type.Boolean(),
  /** Who was there for a part of the period only. */
  joinedLate: Type.Boolean(),
  leftEarly: Type.Boolean(),
  /**
   * Some of its deals are too large to be added up and are in none of these figures (`GET
   * /book-problems` names them).
   */
  excludesDeals: Type.Boolean(),
});
export type RankingRowView = Static<typeof RankingRowView>;

const Mover = Type.Object({ unit: UnitSummary, difference: Value });

export const StandingView = Type.Object({
  unit: UnitSummary,
  period: PeriodView,
  measure: MeasureRecord,
  /** A higher-is-better sum or count: only that has a pace. */
  isCumulative: Type.Boolean(),
  currency: Type.String(),
  asOf: IsoDay,
  newestDay: Nullable(IsoDay),
  sentence: Type.Array(
    Type.Object({ text: Type.String(), emphasis: Type.Optional(Type.Literal('status')) }),
  ),
  figures: Figures,
  /** Deals the figure leaves out because a date or value of theirs is missing. */
  excludedDeals: Type.Integer(),
  /**
   * How the grade was found: figures from which on grades 3 and 2 begin, the full target, and what
   * the next grade takes.
   */
  grading: Type.Object({
    benchmark: Type.Enum(BENCHMARKS),
    percents: Nullable(Type.Object({ upper: Type.Number(), lower: Type.Number() })),
    /** The day from which the rule holds; null: the one that ships. */
    effectiveFrom: Nullable(IsoDay),
    thresholds: Nullable(Type.Object({ upper: Type.Number(), lower: Type.Number() })),
    peers: Nullable(Type.Integer()),
    next: Nullable(
      Type.Object({
        grade: Type.Integer(),
        label: Type.String(),
        at: Type.Number(),
        distance: Type.Number(),
        /** Given only once the period has ended. */
        isAtEnd: Type.Boolean(),
      }),
    ),
  }),
  /**
   * The figure when its months were closed, and how many corrections came since; null where there
   * are none.
   */
  asClosed: Nullable(Type.Object({ value: Nullable(Value), count: Type.Integer() })),
  prior: EarlierView,
  priorYear: Nullable(EarlierView),
  unassigned: Nullable(Type.Object({ amount: Minor, deals: Type.Integer() })),
  path: Type.Array(
    Type.Object({
      day: IsoDay,
      actual: Nullable(Value),
      expectedToDate: Nullable(Value),
      priorYear: Nullable(Value),
      runRateProjection: Nullable(Type.Number()),
    }),
  ),
  elapsedShare: Type.Number(),
  /**
   * The units ranked: salespeople below, with the level that is directly below where there is one.
   */
  rankings: Type.Array(RankingRowView),
  below: Type.Array(RankingRowView),
  /**
   * The salespeople ranked after those named; null when all are. `actual` is what theirs adds up
   * to, where it does.
   */
  remainder: Nullable(Type.Object({ count: Type.Integer(), actual: Nullable(Value) })),
  /** Who gained and lost most against the prior period at the same point. */
  movers: Type.Object({ gained: Type.Array(Mover), lost: Type.Array(Mover) }),
});
export type StandingView = Static<typeof StandingView>;

export const StandingQuery = Type.Object(
  {
    unit: Type.String({ minLength: 1 }),
    period: Type.String({ minLength: 1 }),
    measure: Type.Optional(MeasureCode),
  },
  { additionalProperties: false },
);

export const UnitAttainmentsQuery = Type.Object(
  { period: Type.String({ minLength: 1 }), measure: Type.Optional(MeasureCode) },
  { additionalProperties: false },
);

const TreeNode = Type.Object({
  unit: UnitSummary,
  parent: Nullable(Type.String()),
  depth: Type.Integer(),
  status: StatusIndex,
  attainmentText: Nullable(Type.String()),
});

/** The units the reader may see, in tree order. */
export const UnitAttainments = Type.Object({
  statuses: Type.Array(Status),
  nodes: Type.Array(TreeNode),
});
export type UnitAttainments = Static<typeof UnitAttainments>;

export const YearOverviewQuery = Type.Object(
  {
    unit: Type.String({ minLength: 1 }),
    year: Type.Optional(Type.String({ pattern: '^FY\\d{4}$' })),
    measure: Type.Optional(MeasureCode),
  },
  { additionalProperties: false },
);

export const YearOverviewCell = Type.Object({
  period: PeriodView,
  shortName: Type.String(),
  phase: Phase,
  status: Status,
  attainment: Nullable(Type.Number()),
  attainmentText: Nullable(Type.String()),
  /** Another status rule began in it (GUARDS 27). */
  ruleChanges: Type.Array(IsoDay),
  /** Some of its months hold a total from before, without deals. */
  hasMonthlyTotals: Type.Boolean(),
});
export type YearOverviewCell = Static<typeof YearOverviewCell>;

export const YearOverview = Type.Object({
  year: YearOverviewCell,
  previous: Type.String(),
  next: Type.String(),
  quarters: Type.Array(YearOverviewCell),
  months: Type.Array(YearOverviewCell),
});
export type YearOverview = Static<typeof YearOverview>;

/**
 * One line a unit: the period and the year to date, each with last year at the same point; columns
 * as named.
 */
export const Standings = Type.Object({
  period: PeriodView,
  asOf: IsoDay,
  columns: Type.Array(Type.String()),
  rows: Type.Array(Type.Array(Type.Union([Type.String(), Type.Number(), Type.Null()]))),
});
export type Standings = Static<typeof Standings>;

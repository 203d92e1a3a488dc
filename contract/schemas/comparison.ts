import { type Static, Type } from 'typebox';
import { STEP_KINDS } from '#core/comparison/bridge';
import { PeriodView, Status, StatusIndex } from './attainment';
import { IsoDay, Minor, Nullable, Value } from './common';
import { MeasureCode, MeasureRecord } from './measure';
import { UnitSummary } from './unit';

/**
 * What a figure is compared with; any other word is the id of a chosen period, or "plan:" with the
 * id of a plan.
 */
export const BENCHMARKS = ['priorYear', 'priorPeriod', 'priorOfPrior', 'target', 'peers'] as const;
export type Benchmark = (typeof BENCHMARKS)[number];

/** The plan that a benchmark names; null for any other. */
export function planOf(against: string): number | null {
  const [, id] = /^plan:([1-9]\d{0,8})$/.exec(against) ?? [];
  return id ? Number(id) : null;
}

/** What a figure is taken apart by. */
export const TAKEN_APART_BY = [
  'unit',
  'salesperson',
  'category',
  'product',
  'customer',
  'customerGroup',
  'source',
  'location',
] as const;
export type TakenApartBy = (typeof TAKEN_APART_BY)[number];

/** Days counted where their people stood then, or where they stand today. */
export const ORGANISATIONS = ['asItWas', 'asItIsNow'] as const;
export type Organisation = (typeof ORGANISATIONS)[number];

export const ComparisonQuery = Type.Object(
  {
    unit: Type.String({ minLength: 1 }),
    period: Type.String({ minLength: 1 }),
    measure: Type.Optional(MeasureCode),
    against: Type.Optional(
      Type.String({
        minLength: 1,
        maxLength: 60,
        description: `${BENCHMARKS.join(', ')}, plan: with the id of a plan, or the id of a period; priorYear when left out.`,
      }),
    ),
    /** The same point of a running period: by date, or after as many working days. */
    point: Type.Optional(Type.Enum(['date', 'workingDay'] as const)),
    by: Type.Optional(Type.Enum(TAKEN_APART_BY)),
    /** Where earlier days of who has moved are counted; against a target always as it was. */
    organisation: Type.Optional(Type.Enum(ORGANISATIONS)),
    /** Class A is up to so many percent of all, B up to so many; 70 and 90 when left out. */
    shareA: Type.Optional(Type.Integer({ minimum: 1, maximum: 98 })),
    shareB: Type.Optional(Type.Integer({ minimum: 2, maximum: 99 })),
  },
  { additionalProperties: false },
);
export type ComparisonQuery = Static<typeof ComparisonQuery>;

const Compared = {
  now: Nullable(Value),
  then: Nullable(Value),
  difference: Nullable(Value),
  /** 0.114 for +11.4 %; null where there was nothing, or something is not known. */
  share: Nullable(Type.Number()),
  isNew: Type.Boolean(),
  isLowBase: Type.Boolean(),
};

const ABC = Type.Enum(['A', 'B', 'C'] as const);

export const ComparedRow = Type.Object({
  ...Compared,
  /** A unit's code, an id of a list, or a group's name; empty for what has none. */
  key: Type.String(),
  name: Type.String(),
  abc: Nullable(ABC),
  abcThen: Nullable(ABC),
});
export type ComparedRow = Static<typeof ComparedRow>;

export const LeadRow = Type.Object({
  key: Type.String(),
  name: Type.String(),
  kind: Type.Enum(['days', 'yearPassed', 'none'] as const),
  workingDays: Nullable(Type.Integer()),
  /** The day of last year on which it stood where it stands now. */
  reachedOn: Nullable(IsoDay),
  /** The same as a part of the year, 0 to 1. */
  at: Nullable(Type.Number()),
  ...Compared,
  thenWhole: Nullable(Value),
});
export type LeadRow = Static<typeof LeadRow>;

/** How few make how much: what the largest one, two, three ... come to, of those above 0. */
const Concentration = Type.Object({
  total: Value,
  count: Type.Integer(),
  cumulative: Type.Array(Value),
  classes: Type.Object({ A: Type.Integer(), B: Type.Integer(), C: Type.Integer() }),
});

const MonthCells = Type.Array(
  Type.Object({ status: StatusIndex, attainmentText: Nullable(Type.String()) }),
);

/** How many of a weekday there were, what they came to, and on average; null of none. */
const WeekdayFigure = Type.Object({
  days: Type.Integer(),
  total: Value,
  average: Nullable(Type.Number()),
});

export const ComparisonView = Type.Object({
  unit: UnitSummary,
  period: PeriodView,
  measure: MeasureRecord,
  currency: Type.String(),
  asOf: IsoDay,
  sentence: Type.Array(
    Type.Object({
      text: Type.String(),
      emphasis: Type.Optional(Type.Enum(['good', 'bad'] as const)),
    }),
  ),
  against: Type.Object({
    benchmark: Type.String(),
    /** "November 2025", "target". */
    name: Type.String(),
    /** The compared days in words; null for a target. */
    days: Nullable(Type.String()),
    /** Whether they are cut at the point at which the running period stands. */
    isCut: Type.Boolean(),
  }),
  days: Type.String(),
  organisation: Type.Enum(ORGANISATIONS),
  /** Whether it makes a difference here: people or teams have moved in these days. */
  isReorganised: Type.Boolean(),
  /** The same figure against everything else it is commonly set beside. */
  others: Type.Array(
    Type.Object({
      benchmark: Type.Enum(BENCHMARKS),
      name: Type.String(),
      /** Null for a target and for peers. */
      days: Nullable(Type.String()),
      ...Compared,
      /** Whether it says the opposite of the chosen one: better here, worse there. */
      isContrary: Type.Boolean(),
    }),
  ),
  figure: Type.Object({ ...Compared, thenWhole: Nullable(Value) }),
  by: Type.Enum(TAKEN_APART_BY),
  /** What it can be taken apart by: ratios only by unit. */
  takenApartBy: Type.Array(Type.Enum(TAKEN_APART_BY)),
  /** The largest first; all others are one line, and with them they make the figure. */
  rows: Type.Array(ComparedRow),
  remainder: Nullable(Type.Object({ count: Type.Integer(), now: Value, then: Nullable(Value) })),
  /** Of the rows, for what adds up; null for anything else. */
  concentration: Nullable(
    Type.Object({
      /** Percents. */
      shareA: Type.Integer(),
      shareB: Type.Integer(),
      now: Concentration,
      /** Null where nothing is known of then. */
      then: Nullable(Concentration),
      /** Who is in another class than then, the largest first; `movedCount`: of all. */
      moved: Type.Array(
        Type.Object({ key: Type.String(), name: Type.String(), from: ABC, to: ABC }),
      ),
      movedCount: Type.Integer(),
    }),
  ),
  /** What new, grown, shrunk and lost rows come to; null where they do not add up. */
  steps: Nullable(Type.Record(Type.Enum(STEP_KINDS), Value)),
  volumePrice: Nullable(
    Type.Object({
      deals: Type.Integer(),
      dealsThen: Type.Integer(),
      /** Minor units; they add up to the difference. */
      volume: Minor,
      price: Minor,
    }),
  ),
  /** How far along last year each row already is, in the fiscal year of the period. */
  lead: Nullable(
    Type.Object({
      year: PeriodView,
      days: Type.String(),
      daysThen: Type.String(),
      /** Where the running year stands, as a part of last year, 0 to 1. */
      position: Type.Number(),
      months: Type.Array(Type.Object({ name: Type.String(), at: Type.Number() })),
      rows: Type.Array(LeadRow),
    }),
  ),
  /**
   * Weeks of a month or quarter against each other and against the other days' weeks, and weekdays
   * by their average; null for other periods and for what does not add up.
   */
  weeks: Nullable(
    Type.Object({
      weeks: Type.Array(
        Type.Object({
          days: Type.String(),
          now: Nullable(Value),
          /** The week of the same place in the compared period; null where it has none. */
          daysThen: Nullable(Type.String()),
          then: Nullable(Value),
          isRunning: Type.Boolean(),
        }),
      ),
      /** Monday first. */
      weekdays: Type.Array(
        Type.Object({
          weekday: Type.Integer(),
          now: WeekdayFigure,
          then: Nullable(WeekdayFigure),
        }),
      ),
    }),
  ),
  /** Units by months of the fiscal year. */
  statusByMonth: Type.Object({
    statuses: Type.Array(Status),
    months: Type.Array(
      Type.Object({ id: Type.String(), name: Type.String(), isRunning: Type.Boolean() }),
    ),
    rows: Type.Array(Type.Object({ unit: UnitSummary, cells: MonthCells })),
    /** What has targets of its own among what the figure is taken apart by; empty of all else. */
    slices: Type.Array(Type.Object({ key: Type.String(), name: Type.String(), cells: MonthCells })),
  }),
  /** Fiscal years up to the period's, the oldest first, at most six that have figures. */
  years: Type.Array(
    Type.Object({
      id: Type.String(),
      name: Type.String(),
      total: Nullable(Value),
      /** Up to the same point as the running year. */
      toDate: Nullable(Value),
      /** Added up to the end of each month that has begun; empty for what does not add up. */
      cumulative: Type.Array(Nullable(Value)),
      isRunning: Type.Boolean(),
    }),
  ),
});
export type ComparisonView = Static<typeof ComparisonView>;

import { type Static, Type } from 'typebox';
import { PAIR_READINGS } from '#core/scorecard/scorecard';
import { EarlierView, Figures, PeriodView, Status, StatusIndex } from './attainment';
import { IsoDay, Minor, Nullable, Value } from './common';
import { Level } from './ladder';
import { MeasureCode, MeasureRecord } from './measure';
import { UnitSummary } from './unit';

export const ScorecardQuery = Type.Object(
  {
    unit: Type.String({ minLength: 1 }),
    period: Type.String({ minLength: 1 }),
    /** Codes with commas between; left out: those that ship and are in use. */
    measures: Type.Optional(Type.String({ maxLength: 1_000 })),
    /** Their weights in the total, for example revenue:50,gross_margin:30; left out: all the same. */
    weights: Type.Optional(
      Type.String({
        maxLength: 1_500,
        pattern: '^[a-z][a-z0-9_@]*:\\d{1,3}(,[a-z][a-z0-9_@]*:\\d{1,3})*$',
        description: 'Codes and whole numbers from 0 to 999; a measure that is not named has 0.',
      }),
    ),
  },
  { additionalProperties: false },
);
export type ScorecardQuery = Static<typeof ScorecardQuery>;

const ScoreCell = Type.Object({ figures: Figures, priorYear: Nullable(EarlierView) });
export type ScoreCell = Static<typeof ScoreCell>;

/** Weight times attainment over the weights; of what has none, `used` of `all` weights are left. */
const WeightedTotal = Type.Object({
  value: Nullable(Type.Number()),
  text: Nullable(Type.String()),
  used: Type.Integer(),
  all: Type.Integer(),
});

/** Chosen measures of one unit: the month, and the quarter and the year up to its end. */
export const ScorecardView = Type.Object({
  unit: UnitSummary,
  currency: Type.String(),
  asOf: IsoDay,
  periods: Type.Object({ month: PeriodView, quarterToDate: PeriodView, yearToDate: PeriodView }),
  sentence: Type.String(),
  rows: Type.Array(
    Type.Object({
      measure: MeasureRecord,
      isCumulative: Type.Boolean(),
      weight: Type.Integer(),
      month: ScoreCell,
      quarterToDate: ScoreCell,
      yearToDate: ScoreCell,
    }),
  ),
  total: Type.Object({
    month: WeightedTotal,
    quarterToDate: WeightedTotal,
    yearToDate: WeightedTotal,
  }),
});
export type ScorecardView = Static<typeof ScorecardView>;

export const MeasureComparisonQuery = Type.Object(
  {
    unit: Type.String({ minLength: 1 }),
    period: Type.String({ minLength: 1 }),
    measure: MeasureCode,
    compareMeasure: MeasureCode,
    level: Type.Optional(Level),
  },
  { additionalProperties: false },
);
export type MeasureComparisonQuery = Static<typeof MeasureComparisonQuery>;

const PairFigures = Type.Object({
  actual: Nullable(Value),
  target: Nullable(Value),
  attainment: Nullable(Type.Number()),
  attainmentText: Nullable(Type.String()),
  status: StatusIndex,
});

/** Two measures of all units of a level. */
export const MeasureComparison = Type.Object({
  unit: UnitSummary,
  period: PeriodView,
  currency: Type.String(),
  days: Type.String(),
  measures: Type.Tuple([MeasureRecord, MeasureRecord]),
  level: Level,
  levels: Type.Array(Level),
  sentence: Type.String(),
  statuses: Type.Array(Status),
  pairs: Type.Array(
    Type.Object({
      unit: UnitSummary,
      first: PairFigures,
      second: PairFigures,
      reading: Type.Enum(PAIR_READINGS),
    }),
  ),
});
export type MeasureComparison = Static<typeof MeasureComparison>;

export const SalesMixQuery = Type.Object(
  { unit: Type.String({ minLength: 1 }), period: Type.String({ minLength: 1 }) },
  { additionalProperties: false },
);

const BreadthFigure = Type.Object({ actual: Nullable(Value), priorYear: Nullable(Value) });

/**
 * How broad a result stands, beside last year at the same point; money in minor units, days with
 * fractions.
 */
export const SalesMixView = Type.Object({
  days: Type.String(),
  priorYearDays: Nullable(Type.String()),
  currency: Type.String(),
  products: BreadthFigure,
  customers: BreadthFigure,
  locations: BreadthFigure,
  averageDealSize: BreadthFigure,
  salesCycleDays: BreadthFigure,
  /** The average won deal of the last 365 days. */
  yearAverageDealSize: Nullable(Minor),
});
export type SalesMixView = Static<typeof SalesMixView>;

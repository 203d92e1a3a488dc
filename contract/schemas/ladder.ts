import { type Static, Type } from 'typebox';
import { RANKED_BY } from '#core/ranking/ladder';
import { PeriodView, Phase, RankingRowView, Status } from './attainment';
import { IsoDay, Nullable } from './common';
import { MeasureCode, MeasureRecord } from './measure';
import { UnitSummary } from './unit';

export const Level = Type.Union([
  Type.Literal('salesperson'),
  Type.Literal('team'),
  Type.Literal('branch'),
]);

export const LadderQuery = Type.Object(
  {
    unit: Type.String({ minLength: 1 }),
    period: Type.String({ minLength: 1 }),
    measure: Type.Optional(MeasureCode),
    level: Type.Optional(Level),
    by: Type.Optional(Type.Enum(RANKED_BY)),
    /** So many places from the top; left out: the first hundred. */
    limit: Type.Optional(Type.Integer({ minimum: 1, maximum: 10_000 })),
    /** Codes of measures to stand beside it, with commas between; four at most. */
    columns: Type.Optional(Type.String({ maxLength: 300 })),
    /** Leaves out who is on a ramp in the period. */
    withoutRamps: Type.Optional(Type.Boolean()),
  },
  { additionalProperties: false },
);
export type LadderQuery = Static<typeof LadderQuery>;

/**
 * A ranking of one level under a unit; what is ranked by stands in `value` and, as shown, in
 * `valueText`.
 */
export const LadderView = Type.Object({
  unit: UnitSummary,
  period: PeriodView,
  measure: MeasureRecord,
  isCumulative: Type.Boolean(),
  currency: Type.String(),
  asOf: IsoDay,
  level: Level,
  levels: Type.Array(Level),
  by: Type.Enum(RANKED_BY),
  sentence: Type.String(),
  /** The counted days, and those of the prior period they are compared with, in words. */
  days: Type.String(),
  priorDays: Type.String(),
  phase: Phase,
  elapsedShare: Type.Number(),
  /** How many were left out for being on a ramp. */
  onRamp: Type.Integer(),
  rankings: Type.Array(RankingRowView),
  /** The unit itself: what all of them come to. */
  total: Type.Object({
    actual: Nullable(Type.Number()),
    target: Nullable(Type.Number()),
    attainmentText: Nullable(Type.String()),
    gap: Nullable(Type.Number()),
    status: Status,
  }),
  /** The measures beside it: a value for each of the rankings, in their order, and for the unit. */
  columns: Type.Array(
    Type.Object({
      measure: MeasureRecord,
      values: Type.Array(Nullable(Type.Number())),
      total: Nullable(Type.Number()),
    }),
  ),
  /** How many there are, and how many of them have a rank. */
  count: Type.Integer(),
  ranked: Type.Integer(),
  /** The reader's own place, where they are among them. */
  mine: Nullable(RankingRowView),
  /** The reader's own team, shown because the company shares it. */
  isShared: Type.Boolean(),
});
export type LadderView = Static<typeof LadderView>;

import { type Static, Type } from 'typebox';
import { SERIES_STEPS } from '#core/trend/series';
import { PeriodView, Phase, Status } from './attainment';
import { IsoDay, Nullable, Value } from './common';
import { MeasureCode, MeasureRecord } from './measure';
import { UnitSummary } from './unit';

export const SeriesQuery = Type.Object(
  {
    unit: Type.String({ minLength: 1 }),
    period: Type.String({ minLength: 1 }),
    measure: Type.Optional(MeasureCode),
    /** Left out: the finest that the period can be seen in. */
    step: Type.Optional(Type.Enum(SERIES_STEPS)),
  },
  { additionalProperties: false },
);
export type SeriesQuery = Static<typeof SeriesQuery>;

/** One part of a series, by itself and added up from the first day; null where it has not begun. */
export const SeriesPoint = Type.Object({
  period: PeriodView,
  shortName: Type.String(),
  phase: Phase,
  status: Status,
  actual: Nullable(Value),
  target: Nullable(Value),
  floor: Nullable(Value),
  attainment: Nullable(Type.Number()),
  attainmentText: Nullable(Type.String()),
  cumulativeActual: Nullable(Value),
  cumulativeTarget: Nullable(Value),
  priorYear: Nullable(Value),
  cumulativePriorYear: Nullable(Value),
  gap: Nullable(Value),
  /** Days on which another status rule began. */
  ruleChanges: Type.Array(IsoDay),
});
export type SeriesPoint = Static<typeof SeriesPoint>;

export const SeriesView = Type.Object({
  unit: UnitSummary,
  period: PeriodView,
  measure: MeasureRecord,
  isCumulative: Type.Boolean(),
  currency: Type.String(),
  asOf: IsoDay,
  step: Type.Enum(SERIES_STEPS),
  /** The steps the period can be seen in, the finest first. */
  steps: Type.Array(Type.Enum(SERIES_STEPS)),
  points: Type.Array(SeriesPoint),
});
export type SeriesView = Static<typeof SeriesView>;

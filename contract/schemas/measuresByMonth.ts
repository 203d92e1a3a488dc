import { type Static, Type } from 'typebox';
import { Nullable, Value } from './common';
import { MeasureRecord } from './measure';
import { UnitSummary } from './unit';

export const MOST_MEASURES_BY_MONTH = 4;

export const MeasuresByMonthQuery = Type.Object(
  {
    unit: Type.String({ minLength: 1 }),
    period: Type.String({ minLength: 1 }),
    /** Codes of two to four measures, with commas between. */
    measures: Type.String({ minLength: 1, maxLength: 300 }),
  },
  { additionalProperties: false },
);
export type MeasuresByMonthQuery = Static<typeof MeasuresByMonthQuery>;

/** Measures of a unit, month by month of the period's fiscal year and the one before. */
export const MeasuresByMonth = Type.Object({
  unit: UnitSummary,
  currency: Type.String(),
  /** The oldest first, up to today; the first has a figure of any of them. */
  months: Type.Array(
    Type.Object({ id: Type.String(), name: Type.String(), isRunning: Type.Boolean() }),
  ),
  series: Type.Array(Type.Object({ measure: MeasureRecord, values: Type.Array(Nullable(Value)) })),
  /** Of the first with each other, over the ended months in which both are known. */
  correlations: Type.Array(
    Type.Object({
      measure: Type.String(),
      /** -1 to 1; null of fewer than six months, or where one never changes. */
      value: Nullable(Type.Number()),
      months: Type.Integer(),
    }),
  ),
});
export type MeasuresByMonth = Static<typeof MeasuresByMonth>;

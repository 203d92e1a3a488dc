import { type Static, Type } from 'typebox';
import { PeriodView } from './attainment';
import { IsoDay, Minor, Nullable } from './common';
import { UnitSummary } from './unit';

export const PipelineQuery = Type.Object({ unit: Type.String() }, { additionalProperties: false });
export type PipelineQuery = Static<typeof PipelineQuery>;

/** Won up to today, and the target where it is complete. */
const Goal = Type.Object({ actual: Minor, target: Nullable(Type.Number()) });

/**
 * A period that is looked ahead to: "this month", "next month", "this quarter", "this year", and
 * the months after.
 */
export const PipelineHorizon = Type.Object({
  name: Type.String(),
  isMonth: Type.Boolean(),
  period: PeriodView,
  goal: Goal,
  below: Type.Array(
    Type.Object({ unit: Type.String(), actual: Minor, target: Nullable(Type.Number()) }),
  ),
});
export type PipelineHorizon = Static<typeof PipelineHorizon>;

/**
 * An open deal as far as it is credited to the unit's people; `probability` is its own, or its
 * stage's.
 */
export const PipelineDeal = Type.Object({
  id: Type.Integer(),
  deal: Type.String(),
  customer: Type.String(),
  salespersonName: Type.String(),
  unitBelow: Type.String(),
  stage: Nullable(Type.String()),
  product: Nullable(Type.String()),
  amount: Minor,
  probability: Nullable(Type.Number()),
  isFromStage: Type.Boolean(),
  expectedOn: IsoDay,
});
export type PipelineDeal = Static<typeof PipelineDeal>;

export const Pipeline = Type.Object({
  unit: UnitSummary,
  asOf: IsoDay,
  currency: Type.String(),
  below: Type.Array(UnitSummary),
  horizons: Type.Array(PipelineHorizon),
  deals: Type.Array(PipelineDeal),
  /** Open deals beyond what is sent; the largest are. */
  omitted: Type.Integer(),
});
export type Pipeline = Static<typeof Pipeline>;

import { type Static, Type } from 'typebox';
import { DIRECTIONS, VALUE_KINDS } from '#core/measure/measure';
import { BENCHMARKS, FIXED_PERIODS, ICON_SETS, STATUS_COLORS } from '#core/status/rule';
import { PeriodView, Status } from './attainment';
import { IsoDay, Nullable, Reason } from './common';
import { MeasureCode } from './measure';
import { UnitSummary } from './unit';

const Thresholds = Type.Object(
  { upper: Type.Number(), lower: Type.Number() },
  { additionalProperties: false },
);
const PercentThresholds = Type.Object(
  {
    upper: Type.Number({ multipleOf: 0.1, maximum: 1000 }),
    lower: Type.Number({ multipleOf: 0.1, maximum: 1000 }),
  },
  { additionalProperties: false },
);
const FixedThresholds = Type.Object(
  Object.fromEntries(FIXED_PERIODS.map((kind) => [kind, Type.Optional(Thresholds)])) as Record<
    (typeof FIXED_PERIODS)[number],
    ReturnType<typeof Type.Optional<typeof Thresholds>>
  >,
  { additionalProperties: false },
);
const perGrade = <Schema extends Parameters<typeof Type.Tuple>[0][number]>(schema: Schema) =>
  Type.Tuple([schema, schema, schema, schema]);
const Word = Type.String();

/**
 * What counts as good (docs/calculations.md, 8): thresholds in percent of the benchmark; fixed ones
 * in whole units of the measure's last decimal, by length of period.
 */
export const StatusRule = Type.Object(
  {
    benchmark: Type.Enum(BENCHMARKS),
    thresholds: PercentThresholds,
    absoluteThresholds: FixedThresholds,
    thresholdsByLevel: Type.Optional(
      Type.Object(
        {
          company: Type.Optional(FixedThresholds),
          branch: Type.Optional(FixedThresholds),
          team: Type.Optional(FixedThresholds),
          salesperson: Type.Optional(FixedThresholds),
        },
        { additionalProperties: false },
      ),
    ),
    isTwoGrade: Type.Optional(Type.Boolean()),
    /** Of grades 1 to 4. */
    labels: Type.Object(
      { open: perGrade(Word), ended: perGrade(Word) },
      { additionalProperties: false },
    ),
    iconSet: Type.Enum(ICON_SETS),
    colors: perGrade(Type.Enum(STATUS_COLORS)),
  },
  { additionalProperties: false },
);
export type StatusRule = Static<typeof StatusRule>;

export const RuleVersion = Type.Object({
  /** Null: the standard rule. */
  effectiveFrom: Nullable(IsoDay),
  rule: StatusRule,
  userName: Nullable(Type.String()),
  reason: Nullable(Type.String()),
});

export const RulesOfMeasure = Type.Object({
  measure: MeasureCode,
  name: Type.String(),
  valueKind: Type.Enum(VALUE_KINDS),
  decimals: Type.Integer(),
  direction: Type.Enum(DIRECTIONS),
  isCumulative: Type.Boolean(),
  /** Newest first; the last is the one that ships. */
  versions: Type.Array(RuleVersion),
});
export type RulesOfMeasure = Static<typeof RulesOfMeasure>;

export const Rules = Type.Object({
  currency: Type.String(),
  /** The first day a rule may begin on: after the last closed month. Null: any. */
  firstDay: Nullable(IsoDay),
  measures: Type.Array(RulesOfMeasure),
});
export type Rules = Static<typeof Rules>;

export const RuleInput = Type.Object(
  { effectiveFrom: IsoDay, rule: StatusRule, reason: Type.Optional(Reason) },
  { additionalProperties: false },
);
export type RuleInput = Static<typeof RuleInput>;

export const RulePreviewInput = Type.Object(
  {
    period: Type.String({ minLength: 1 }),
    rules: Type.Array(StatusRule, { minItems: 1, maxItems: 4 }),
  },
  { additionalProperties: false },
);
export type RulePreviewInput = Static<typeof RulePreviewInput>;

/** The grade of every unit by the present rule and by each that is tried. */
export const RulePreview = Type.Object({
  period: PeriodView,
  units: Type.Array(
    Type.Object({
      unit: UnitSummary,
      parentName: Nullable(Type.String()),
      attainmentText: Nullable(Type.String()),
      current: Status,
      previews: Type.Array(Status),
    }),
  ),
  /** How many units each tried rule gives another grade. */
  changed: Type.Array(Type.Integer()),
});
export type RulePreview = Static<typeof RulePreview>;

import { Type, type Static } from 'typebox';
import { MEASURE_UNITS, DIRECTIONS } from '#core/measure/measure';
import { PERIOD_KINDS } from '#core/period/calendar';
import { STATUS_COLORS, SYMBOL_SETS, YARDSTICKS } from '#core/status/rule';
import { IsoDay, Nullable, Reason } from './common';
import { MeasureCode } from './measure';
import { PeriodView, Status } from './standing';
import { UnitSummary } from './unit';

const Cuts = Type.Object({ upper: Type.Number(), lower: Type.Number() }, { additionalProperties: false });
const PercentCuts = Type.Object({
  upper: Type.Number({ multipleOf: 0.1, maximum: 1000 }), lower: Type.Number({ multipleOf: 0.1, maximum: 1000 }),
}, { additionalProperties: false });
const perGrade = <Schema extends Parameters<typeof Type.Tuple>[0][number]>(schema: Schema) => Type.Tuple([schema, schema, schema, schema]);
const Word = Type.String();

/** What counts as good (CALCULATIONS 8): cuts in percent of the yardstick; fixed ones in whole units of the measure's last decimal, by length of period. */
export const StatusRule = Type.Object({
  yardstick: Type.Enum(YARDSTICKS),
  cuts: PercentCuts,
  fixed: Type.Object(Object.fromEntries(PERIOD_KINDS.map((kind) => [kind, Type.Optional(Cuts)])) as Record<(typeof PERIOD_KINDS)[number], ReturnType<typeof Type.Optional<typeof Cuts>>>, { additionalProperties: false }),
  /** Of grades 1 to 4. */
  words: Type.Object({ open: perGrade(Word), ended: perGrade(Word) }, { additionalProperties: false }),
  symbols: Type.Enum(SYMBOL_SETS),
  colors: perGrade(Type.Enum(STATUS_COLORS)),
}, { additionalProperties: false });
export type StatusRule = Static<typeof StatusRule>;

export const RuleVersion = Type.Object({
  /** Null: the rule that ships. */
  from: Nullable(IsoDay),
  rule: StatusRule,
  who: Nullable(Type.String()),
  reason: Nullable(Type.String()),
});

export const RulesOfMeasure = Type.Object({
  measure: MeasureCode, name: Type.String(), unit: Type.Enum(MEASURE_UNITS), decimals: Type.Integer(), direction: Type.Enum(DIRECTIONS), accrues: Type.Boolean(),
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

export const RuleInput = Type.Object({ from: IsoDay, rule: StatusRule, reason: Type.Optional(Reason) }, { additionalProperties: false });
export type RuleInput = Static<typeof RuleInput>;

export const RuleTrial = Type.Object({ period: Type.String({ minLength: 1 }), rules: Type.Array(StatusRule, { minItems: 1, maxItems: 4 }) }, { additionalProperties: false });
export type RuleTrial = Static<typeof RuleTrial>;

/** The grade of every unit by the present rule and by each that is tried. */
export const RuleTried = Type.Object({
  period: PeriodView,
  units: Type.Array(Type.Object({ unit: UnitSummary, under: Nullable(Type.String()), attainmentText: Nullable(Type.String()), now: Status, then: Type.Array(Status) })),
  /** How many units each tried rule gives another grade. */
  changed: Type.Array(Type.Integer()),
});
export type RuleTried = Static<typeof RuleTried>;

import { type Static, type TSchema, Type } from 'typebox';
import { CUSTOM_DEAL_STATES } from '#core/measure/customPart';
import {
  ACCUMULATIONS,
  DEAL_STATES,
  DISTINCT_FIELDS,
  FIELDS,
  TYPED_ADDEND_KINDS,
} from '#core/measure/definition';
import { DIRECTIONS, VALUE_KINDS } from '#core/measure/measure';
import { Id, Reason } from './common';

export const MeasureCode = Type.String({
  minLength: 1,
  maxLength: 32,
  description: 'A measure, for example revenue; a later version of one is named code@2',
});

const CustomStates = Type.Array(Type.Enum(CUSTOM_DEAL_STATES), {
  minItems: 1,
  maxItems: 3,
  uniqueItems: true,
});
const DateName = Type.String({
  minLength: 1,
  maxLength: 24,
  description: 'openedOn, expectedOn, closedOn, or the code of a custom field that is a date',
});
const FieldCode = Type.String({ minLength: 1, maxLength: 24 });
const ofKind = <Kind extends string, Fields extends Record<string, TSchema>>(
  kind: Kind,
  fields: Fields,
) => Type.Object({ kind: Type.Literal(kind), ...fields }, { additionalProperties: false });
const summable = { field: FieldCode, valueKind: Type.Enum(['money', 'number'] as const) };
const between = { from: DateName, to: DateName };
const Between = Type.Object(between, { additionalProperties: false });
const placed = { states: CustomStates, placedBy: DateName };

/** Something of deals by custom fields, with the date on which a deal counts. */
const CustomAddend = Type.Object(
  {
    custom: Type.Union([
      ofKind('amount', {}),
      ofKind('deals', {}),
      ofKind('sum', summable),
      ofKind('choice', { field: FieldCode, choice: Type.String({ minLength: 1, maxLength: 80 }) }),
    ]),
    ...placed,
  },
  { additionalProperties: false },
);

const States = Type.Array(Type.Enum(DEAL_STATES), { minItems: 1, maxItems: 2, uniqueItems: true });
const Addend = Type.Object(
  { field: Type.Enum(FIELDS), states: States },
  { additionalProperties: false },
);

/** What is typed in of a measure that adds up, as a side of a ratio. */
const TypedAddend = Type.Object(
  {
    measure: Type.String({ minLength: 1, maxLength: 24 }),
    valueKind: Type.Enum(TYPED_ADDEND_KINDS),
  },
  { additionalProperties: false },
);
const DealAddend = Type.Union([Addend, CustomAddend]);
const RatioAddend = Type.Union([Addend, CustomAddend, TypedAddend]);

/** How a measure is computed (docs/calculations.md, 4). */
export const Definition = Type.Union([
  ofKind('sum', { of: DealAddend }),
  ofKind('count', { of: DealAddend }),
  ofKind('elapsed', { of: Between, ...placed }),
  ofKind('median', {
    of: Type.Union([ofKind('days', between), ofKind('size', {}), ofKind('value', summable)]),
    ...placed,
  }),
  ofKind('share', { of: Between, most: Type.Integer({ minimum: 0, maximum: 36_500 }), ...placed }),
  Type.Object(
    { kind: Type.Literal('distinct'), of: Type.Enum(DISTINCT_FIELDS) },
    { additionalProperties: false },
  ),
  Type.Object(
    { kind: Type.Literal('ratio'), numerator: RatioAddend, denominator: RatioAddend },
    { additionalProperties: false },
  ),
  Type.Object({ kind: Type.Literal('duration'), states: States }, { additionalProperties: false }),
  Type.Object(
    { kind: Type.Literal('typed'), accumulation: Type.Enum(ACCUMULATIONS) },
    { additionalProperties: false },
  ),
]);

const MEASURE_FIELDS = {
  name: Type.String({ minLength: 1, maxLength: 60 }),
  group: Type.String({ minLength: 1, maxLength: 40 }),
  valueKind: Type.Enum(VALUE_KINDS),
  decimals: Type.Integer({ minimum: 0, maximum: 3 }),
  direction: Type.Enum(DIRECTIONS),
  definition: Definition,
  description: Type.String({ minLength: 1, maxLength: 500 }),
};

/** Everything a client needs to show and compute with a measure. */
export const MeasureRecord = Type.Object({ code: MeasureCode, ...MEASURE_FIELDS });
export type MeasureRecord = Static<typeof MeasureRecord>;

export const MeasureView = Type.Object({
  ...MeasureRecord.properties,
  version: Type.Integer(),
  isShipped: Type.Boolean(),
  /** A newer version stands in its place, or it was archived. */
  isArchived: Type.Boolean(),
});
export type MeasureView = Static<typeof MeasureView>;

export const Measures = Type.Object({ measures: Type.Array(MeasureView) });
export type Measures = Static<typeof Measures>;

export const MeasureInput = Type.Object(
  { code: Type.String({ minLength: 1, maxLength: 24 }), ...MEASURE_FIELDS },
  { additionalProperties: false },
);
export type MeasureInput = Static<typeof MeasureInput>;

/** `preview`: says what it would touch, and changes nothing. */
export const MeasureChange = Type.Object(
  { ...MEASURE_FIELDS, reason: Type.Optional(Reason), preview: Type.Optional(Type.Boolean()) },
  { additionalProperties: false },
);
export type MeasureChange = Static<typeof MeasureChange>;

/** What stands on it: plans with targets, typed-in values, contests, alert rules, commission. */
export const MeasureUse = Type.Object({
  plans: Type.Array(
    Type.Object({
      id: Type.Integer(),
      name: Type.String(),
      year: Type.Integer(),
      status: Type.String(),
      targets: Type.Integer(),
    }),
  ),
  values: Type.Integer(),
  contests: Type.Integer(),
  alerts: Type.Integer(),
  commissionPlans: Type.Integer(),
});
export type MeasureUse = Static<typeof MeasureUse>;

export const MeasureSaved = Type.Object({
  measure: MeasureView,
  /** True when the computation changed: the version before keeps what was made with it. */
  isNewVersion: Type.Boolean(),
  use: MeasureUse,
});
export type MeasureSaved = Static<typeof MeasureSaved>;

export const TargetsMove = Type.Object(
  { plan: Id, reason: Reason },
  { additionalProperties: false },
);
export const TargetsMoved = Type.Object({ moved: Type.Integer() });

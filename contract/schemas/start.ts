import { type Static, Type } from 'typebox';
import { Figures, PeriodView, Status } from './attainment';
import { IsoDay, Nullable, Value } from './common';
import { MeasureCode, MeasureRecord } from './measure';
import { UnitSummary } from './unit';

export const StartQuery = Type.Object(
  {
    unit: Type.String({ minLength: 1 }),
    period: Type.String({ minLength: 1 }),
    measure: Type.Optional(MeasureCode),
  },
  { additionalProperties: false },
);
export type StartQuery = Static<typeof StartQuery>;

/** customer: one says most of it; idle: no deal for some working days; null: nothing stands out. */
export const Cause = Type.Union([
  Type.Object({
    kind: Type.Literal('customer'),
    name: Type.String(),
    now: Value,
    then: Value,
  }),
  Type.Object({ kind: Type.Literal('idle'), workingDays: Type.Integer() }),
]);
export type Cause = Static<typeof Cause>;

export const GapRow = Type.Object({
  unit: UnitSummary,
  /** What they are ahead of pace, negative: behind. */
  aheadOfPace: Value,
  status: Status,
  cause: Nullable(Cause),
});
export type GapRow = Static<typeof GapRow>;

export const TO_DO_KINDS = [
  'overdue',
  'unassigned',
  'duplicates',
  'missingTargets',
  'refusedDeliveries',
  'acknowledge',
  'notAcknowledged',
  'unallocated',
  'closeMonth',
] as const;

export const ToDo = Type.Object({
  kind: Type.Enum(TO_DO_KINDS),
  count: Type.Integer(),
  /** What it is worth, where it is money; minor units. */
  amount: Nullable(Value),
  /** The period it is about, and its name. */
  period: Nullable(Type.String()),
  periodName: Nullable(Type.String()),
});
export type ToDo = Static<typeof ToDo>;

/** What one sees first: where one stands, why, and what to do. */
export const StartView = Type.Object({
  unit: UnitSummary,
  period: PeriodView,
  measure: MeasureRecord,
  currency: Type.String(),
  asOf: IsoDay,
  sentence: Type.Array(
    Type.Object({ text: Type.String(), emphasis: Type.Optional(Type.Literal('status')) }),
  ),
  figures: Figures,
  /** Salespeople by what they make of the gap; null where there is no pace, or nobody below. */
  why: Nullable(
    Type.Object({
      aheadOfPace: Value,
      /** The day up to which it is due. */
      dueThrough: IsoDay,
      rows: Type.Array(GapRow),
      others: Type.Object({ count: Type.Integer(), aheadOfPace: Value }),
      /** Of no salesperson: not allocated, or without a unit. */
      rest: Value,
    }),
  ),
  /** What a salesperson's customers bought, against the same point last year; null for others. */
  customers: Nullable(
    Type.Object({
      difference: Value,
      /** The compared days of last year in words. */
      daysThen: Type.String(),
      /** Those that changed most, the largest loss first. */
      rows: Type.Array(
        Type.Object({ id: Type.Integer(), name: Type.String(), now: Value, then: Value }),
      ),
      others: Type.Object({ count: Type.Integer(), difference: Value }),
    }),
  ),
  /** Everybody below by attainment, at most 12; nobody for a salesperson. */
  who: Type.Array(
    Type.Object({
      unit: UnitSummary,
      status: Status,
      attainment: Nullable(Type.Number()),
      attainmentText: Nullable(Type.String()),
    }),
  ),
  /** How many more there are. */
  whoRemainder: Type.Integer(),
  toDo: Type.Array(ToDo),
});
export type StartView = Static<typeof StartView>;

/** Since when a reader has not been here; null at the first time. */
export const Visit = Type.Object({ since: Nullable(Type.String()) });
export type Visit = Static<typeof Visit>;

import { type Static, Type } from 'typebox';
import { ALERT_KINDS, ALERT_PERIODS, GRADE_CHANGES, WATCHED } from '#core/alerts/rule';
import { SLICE_DIMENSIONS } from '#core/targets/targetSlice';
import { Role } from './access';
import { Id, IsoDay, LongId, Nullable } from './common';
import { MeasureCode } from './measure';
import { UnitSummary } from './unit';

/** In the application at once; by mail at once as well; or gathered in the daily mail. */
export const ALERT_DELIVERIES = ['app', 'mail', 'daily'] as const;
export type AlertDelivery = (typeof ALERT_DELIVERIES)[number];

const RuleFields = {
  name: Type.String({ minLength: 1, maxLength: 80, pattern: '\\S' }),
  kind: Type.Enum(ALERT_KINDS),
  /** Whom it watches: the unit, the units directly below, or every salesperson below. */
  watched: Type.Enum(WATCHED),
  measure: MeasureCode,
  /** Of which running period. */
  periodKind: Type.Enum(ALERT_PERIODS),
  /**
   * pace, forecast, odds: percent; coverage: times; gap, deal: minor units (gap below 0: behind);
   * overdue, unassigned: how many; oldData: working days.
   */
  threshold: Nullable(Type.Number({ minimum: -1e15, maximum: 1e15 })),
  /** Of a grade: which way. */
  change: Nullable(Type.Enum(GRADE_CHANGES)),
  /** forecast: at most so many working days left; missingTargets: so many days before the month. */
  days: Nullable(Type.Integer({ minimum: 0, maximum: 366 })),
};

export const AlertRuleInput = Type.Object(
  {
    unit: Type.String({ minLength: 1 }),
    ...RuleFields,
    /** A slice of the unit, by name: of grade, pace and gap. */
    slice: Type.Optional(
      Nullable(
        Type.Object(
          {
            by: Type.Enum(SLICE_DIMENSIONS),
            value: Type.String({ minLength: 1, maxLength: 200 }),
          },
          { additionalProperties: false },
        ),
      ),
    ),
    /** Accounts that are told; oneself where nobody is named. */
    receivers: Type.Array(Id, { maxItems: 200, uniqueItems: true }),
    /** Everybody of these roles who sees the unit. */
    roles: Type.Array(Role, { maxItems: 4, uniqueItems: true }),
    delivery: Type.Enum(ALERT_DELIVERIES),
  },
  { additionalProperties: false },
);
export type AlertRuleInput = Static<typeof AlertRuleInput>;

export const AlertRule = Type.Object({
  id: Id,
  unit: UnitSummary,
  ...RuleFields,
  measureName: Type.String(),
  slice: Nullable(Type.Object({ by: Type.Enum(SLICE_DIMENSIONS), value: Type.String() })),
  receivers: Type.Array(Type.Object({ id: Id, name: Type.String() })),
  roles: Type.Array(Role),
  delivery: Type.Enum(ALERT_DELIVERIES),
  isMuted: Type.Boolean(),
  /** Silent until this day, included. */
  snoozedUntil: Nullable(IsoDay),
  /** Why it does not look any more: its measure is archived, or its unit has ended. */
  problem: Nullable(Type.Enum(['measureGone', 'unitGone'] as const)),
  owner: Type.Object({ id: Id, name: Type.String() }),
  isOwn: Type.Boolean(),
  version: Type.Integer(),
});
export type AlertRule = Static<typeof AlertRule>;

export const AlertRules = Type.Object({
  rules: Type.Array(AlertRule),
  /** Who may be told: who sees one's own unit. */
  people: Type.Array(Type.Object({ id: Id, name: Type.String() })),
});
export type AlertRules = Static<typeof AlertRules>;

export const AlertRuleState = Type.Object(
  { isMuted: Type.Boolean(), snoozedUntil: Nullable(IsoDay) },
  { additionalProperties: false },
);
export type AlertRuleState = Static<typeof AlertRuleState>;

export const AlertRulePreview = Type.Object({
  /** False where open deals or data of the past would have to be known, which are not kept. */
  canBeReplayed: Type.Boolean(),
  from: IsoDay,
  to: IsoDay,
  count: Type.Integer(),
  /** The newest first, at most 200. */
  firings: Type.Array(Type.Object({ day: IsoDay, unit: UnitSummary, text: Type.String() })),
  /** Watched units beyond the first 300, which are not looked at here. */
  omitted: Type.Integer(),
});
export type AlertRulePreview = Static<typeof AlertRulePreview>;

export const Alert = Type.Object({
  id: LongId,
  rule: Type.Object({ id: Id, name: Type.String() }),
  kind: Type.Enum(ALERT_KINDS),
  unit: UnitSummary,
  measure: Type.String(),
  /** The slice it is about, by its dimension; null: the whole unit. */
  slice: Nullable(Type.Object({ by: Type.Enum(SLICE_DIMENSIONS), value: Type.String() })),
  period: Type.String(),
  /** What happened, in words. */
  text: Type.String(),
  dealId: Nullable(LongId),
  at: Type.String(),
  isSeen: Type.Boolean(),
});
export type Alert = Static<typeof Alert>;

export const AlertQuery = Type.Object(
  { onlyNew: Type.Optional(Type.Boolean()) },
  { additionalProperties: false },
);
export type AlertQuery = Static<typeof AlertQuery>;

export const Alerts = Type.Object({
  /** Not seen yet. */
  unseen: Type.Integer(),
  /** The newest first, at most 200. */
  alerts: Type.Array(Alert),
});
export type Alerts = Static<typeof Alerts>;

export const SeenAlerts = Type.Object(
  {
    /** Left out: all of them. */
    ids: Type.Optional(Type.Array(LongId, { maxItems: 1_000 })),
  },
  { additionalProperties: false },
);
export type SeenAlerts = Static<typeof SeenAlerts>;

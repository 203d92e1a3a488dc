import { type Static, Type } from 'typebox';
import { RHYTHMS } from '#core/schedule/schedule';
import { Id, Nullable } from './common';
import { KEPT_PATHS, KeptView } from './keptView';

/** What goes along: nothing but the mail itself, or the standing as a file. */
export const REPORT_FORMATS = ['none', 'pdf', 'png', 'xlsx', 'csv'] as const;
export type ReportFormat = (typeof REPORT_FORMATS)[number];

/** Of which period: the one in the view, or one that moves on. */
export const REPORT_PERIODS = ['asKept', 'month', 'priorMonth', 'quarter', 'year'] as const;
export type ReportPeriod = (typeof REPORT_PERIODS)[number];

const TimeOfDay = Type.String({
  pattern: '^([01]\\d|2[0-3]):[0-5]\\d$',
  description: 'On the clock of the branch, for example 07:30.',
});

const ReportFields = {
  name: Type.String({ minLength: 1, maxLength: 80, pattern: '\\S' }),
  text: Nullable(Type.String({ maxLength: 2_000 })),
  periodKind: Type.Enum(REPORT_PERIODS),
  format: Type.Enum(REPORT_FORMATS),
  rhythm: Type.Enum(RHYTHMS),
  time: TimeOfDay,
  /** ISO weekday of a weekly one. */
  weekday: Nullable(Type.Integer({ minimum: 1, maximum: 7 })),
  /** Day of a monthly one; in a shorter month its last. */
  monthDay: Nullable(Type.Integer({ minimum: 1, maximum: 31 })),
};

export const ReportInput = Type.Object(
  {
    ...ReportFields,
    view: Id,
    receivers: Type.Array(Id, { minItems: 1, maxItems: 2_000, uniqueItems: true }),
    isPaused: Type.Optional(Type.Boolean()),
  },
  { additionalProperties: false },
);
export type ReportInput = Static<typeof ReportInput>;

export const Report = Type.Object({
  id: Id,
  ...ReportFields,
  /** Null: the view is gone, and nothing is sent. */
  view: Nullable(Type.Pick(KeptView, ['id', 'name', 'path', 'search'])),
  receivers: Type.Array(Type.Object({ id: Id, name: Type.String() })),
  isPaused: Type.Boolean(),
  /** The newest sendings, at most 10. */
  runs: Type.Array(
    Type.Object({ at: Type.String(), sent: Type.Integer(), withoutRight: Type.Integer() }),
  ),
});
export type Report = Static<typeof Report>;

export const Reports = Type.Object({
  reports: Type.Array(Report),
  /** Whom one can send to: accounts at, above and below one's own unit. */
  people: Type.Array(Type.Object({ id: Id, name: Type.String() })),
});
export type Reports = Static<typeof Reports>;

export const ReportSent = Type.Object({ sent: Type.Integer(), withoutRight: Type.Integer() });
export type ReportSent = Static<typeof ReportSent>;

/** A view sent once, to accounts. */
export const ShareInput = Type.Object(
  {
    path: Type.Enum(KEPT_PATHS),
    search: Type.String({ maxLength: 2_000 }),
    receivers: Type.Array(Id, { minItems: 1, maxItems: 100, uniqueItems: true }),
    text: Nullable(Type.String({ maxLength: 2_000 })),
  },
  { additionalProperties: false },
);
export type ShareInput = Static<typeof ShareInput>;

export const DailyMail = Type.Object(
  { isWanted: Type.Boolean(), time: TimeOfDay },
  { additionalProperties: false },
);
export type DailyMail = Static<typeof DailyMail>;

import { type Static, Type } from 'typebox';
import { Minor, Nullable, Reason } from './common';
import { MeasureCode } from './measure';
import { UnitSummary } from './unit';

const YearQuery = Type.String({ pattern: '^FY\\d{4}$' });

export const AcknowledgementInput = Type.Object(
  { year: YearQuery, remark: Type.Optional(Reason) },
  { additionalProperties: false },
);
export const AcknowledgementQuery = Type.Object(
  { unit: Type.String({ minLength: 1 }), year: YearQuery },
  { additionalProperties: false },
);

/** The unit whose people are reminded: all below it who have not seen their targets. */
export const ReminderInput = Type.Object(
  { unit: Type.String({ minLength: 1 }), year: YearQuery },
  { additionalProperties: false },
);
export const Reminded = Type.Object({ reminded: Type.Integer() });

/** waiting: never; changed: targets changed since; seen. */
export const ACKNOWLEDGED = ['waiting', 'changed', 'seen'] as const;

/** Where one salesperson stands with their published targets of a year. */
export const Acknowledgement = Type.Object({
  unit: UnitSummary,
  state: Type.Enum(ACKNOWLEDGED),
  at: Nullable(Type.String()),
  remark: Nullable(Type.String()),
  /** How many published targets they have, and when one last changed. */
  targets: Type.Integer(),
  changedAt: Nullable(Type.String()),
  /** When they were last reminded, and by whom; null once they have seen what is published. */
  remindedAt: Nullable(Type.String()),
  remindedBy: Nullable(Type.String()),
});
export type Acknowledgement = Static<typeof Acknowledgement>;

/** Every change to a unit's published targets of a year, newest first. */
export const PublishedChanges = Type.Array(
  Type.Object({
    at: Type.String(),
    userName: Type.String(),
    measure: MeasureCode,
    period: Type.String(),
    periodName: Type.String(),
    from: Nullable(Minor),
    to: Nullable(Minor),
    reason: Nullable(Type.String()),
  }),
);

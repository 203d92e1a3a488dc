import { type Static, Type } from 'typebox';
import { UNIT_KINDS } from '#core/units/unit';
import { IsoDay, Nullable, Reason, Weekdays } from './common';

export const UnitKind = Type.Enum(UNIT_KINDS);

const UnitName = Type.String({ minLength: 1, maxLength: 120, pattern: '\\S' });

export const UnitInput = Type.Object(
  {
    unit: Type.Optional(
      Type.String({
        pattern: '^[A-Za-z0-9][A-Za-z0-9._-]{0,39}$',
        description: 'Short code, unique; without one it is made of the name.',
      }),
    ),
    name: UnitName,
    kind: UnitKind,
    parent: Type.String({ minLength: 1 }),
    from: Type.Optional(Nullable(IsoDay)),
    to: Type.Optional(Nullable(IsoDay)),
    email: Type.Optional(Nullable(Type.String({ maxLength: 200 }))),
    country: Type.Optional(Nullable(Type.String({ pattern: '^[A-Z]{2}$' }))),
    reason: Type.Optional(Reason),
  },
  { additionalProperties: false },
);
export type UnitInput = Static<typeof UnitInput>;

/** Several units of one kind under one unit, at most 500 at once: a list that was pasted. */
export const UnitsInput = Type.Object(
  {
    kind: UnitKind,
    parent: Type.String({ minLength: 1 }),
    from: Type.Optional(Nullable(IsoDay)),
    reason: Type.Optional(Reason),
    units: Type.Array(
      Type.Object(
        { name: UnitName, email: Type.Optional(Nullable(Type.String({ maxLength: 200 }))) },
        { additionalProperties: false },
      ),
      { minItems: 1, maxItems: 500 },
    ),
  },
  { additionalProperties: false },
);
export type UnitsInput = Static<typeof UnitsInput>;

export const UnitSummary = Type.Object({
  id: Type.Integer(),
  code: Type.String(),
  name: Type.String(),
  kind: UnitKind,
});
export type UnitSummary = Static<typeof UnitSummary>;

/** From a day on the unit stands under another one. */
export const UnitMove = Type.Object(
  {
    parent: Type.String({ minLength: 1 }),
    from: IsoDay,
    reason: Type.String({ minLength: 1, maxLength: 500, pattern: '\\S' }),
    /** Only say what it would do. */
    preview: Type.Optional(Type.Boolean()),
  },
  { additionalProperties: false },
);
export type UnitMove = Static<typeof UnitMove>;

/** The unit stands in the tree until its last day, included. */
export const UnitLeave = Type.Object(
  {
    lastDay: IsoDay,
    reason: Type.String({ minLength: 1, maxLength: 500, pattern: '\\S' }),
    preview: Type.Optional(Type.Boolean()),
  },
  { additionalProperties: false },
);
export type UnitLeave = Static<typeof UnitLeave>;

/** What was taken back. */
export const UnitUndone = Type.Object({ action: Type.Enum(['moved', 'left', 'created'] as const) });
export type UnitUndone = Static<typeof UnitUndone>;

/** What a move or a leave means: deals that count elsewhere, or nowhere, from then on. */
export const UnitChanged = Type.Object({
  unit: UnitSummary,
  written: Type.Boolean(),
  deals: Type.Integer(),
});
export type UnitChanged = Static<typeof UnitChanged>;

/** Percent of the full target asked in a newcomer's first months. */
export const Ramp = Type.Object(
  {
    from: IsoDay,
    shares: Type.Array(Type.Number({ minimum: 0, maximum: 100 }), { minItems: 1, maxItems: 24 }),
  },
  { additionalProperties: false },
);
export type Ramp = Static<typeof Ramp>;

/** Null takes the ramp away. */
export const RampChange = Type.Object(
  { ramp: Nullable(Ramp), reason: Type.Optional(Reason) },
  { additionalProperties: false },
);
export type RampChange = Static<typeof RampChange>;

/** "17:00"; 24:00 is the end of the day. */
export const TimeOfDay = Type.String({ maxLength: 5, description: 'HH:MM, 00:01 to 24:00.' });

/** Null: as the company has it. */
export const BranchHours = Type.Object(
  {
    timeZone: Nullable(Type.String({ maxLength: 60 })),
    endOfBusiness: Nullable(TimeOfDay),
    weekdays: Nullable(Weekdays),
    halfWeekdays: Nullable(Weekdays),
  },
  { additionalProperties: false },
);

export const BranchHoursChange = Type.Object(
  {
    timeZone: Nullable(Type.String({ minLength: 1, maxLength: 60 })),
    endOfBusiness: Nullable(TimeOfDay),
    /** ISO weekdays it works, and of them those of half a day; null: as the company. */
    weekdays: Type.Optional(Nullable(Weekdays)),
    halfWeekdays: Type.Optional(Nullable(Weekdays)),
    reason: Type.Optional(Reason),
  },
  { additionalProperties: false },
);
export type BranchHoursChange = Static<typeof BranchHoursChange>;

/** A unit with where it stands today, or last stood. */
export const UnitDetail = Type.Object({
  unit: UnitSummary,
  parent: Nullable(UnitSummary),
  from: Nullable(IsoDay),
  lastDay: Nullable(IsoDay),
  /** Whether it stands in the tree today. */
  isActive: Type.Boolean(),
  ramp: Nullable(Ramp),
  /** A branch's own; null where it has none. */
  businessHours: Nullable(BranchHours),
});
export type UnitDetail = Static<typeof UnitDetail>;

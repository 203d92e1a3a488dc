import { Type, type Static } from 'typebox';
import { IsoDay, Nullable } from './common';

export const CalendarInput = Type.Object({
  firstMonth: Type.Integer({ minimum: 1, maximum: 12 }),
  yearLabel: Type.Union([Type.Literal('ends'), Type.Literal('begins')]),
}, { additionalProperties: false });

/** What every screen needs to know before it shows a figure. */
export const Company = Type.Object({
  name: Type.String(),
  currency: Type.String(),
  timeZone: Type.String(),
  calendar: CalendarInput,
  weekdays: Type.Array(Type.Integer({ minimum: 1, maximum: 7 })),
  isDemo: Type.Boolean(),
  today: IsoDay,
  /** "day 13 of 21" of the running month. */
  workingDay: Type.Object({ gone: Type.Integer(), total: Type.Integer() }),
  currentPeriod: Type.String(),
});
export type Company = Static<typeof Company>;

export const FirstRunState = Type.Object({ ready: Type.Boolean(), isDemo: Type.Boolean(), name: Nullable(Type.String()) });
export type FirstRunState = Static<typeof FirstRunState>;

const Name = Type.String({ minLength: 1, maxLength: 120, pattern: '\\S' });

/** Everything the first-run page asks for: the company, its calendar, the administrator and the first units. */
export const FirstRunInput = Type.Object({
  company: Name,
  currency: Type.String({ pattern: '^[A-Z]{3}$' }),
  timeZone: Type.String({ minLength: 1, maxLength: 60 }),
  calendar: CalendarInput,
  weekdays: Type.Array(Type.Integer({ minimum: 1, maximum: 7 }), { minItems: 1, maxItems: 7, uniqueItems: true }),
  administrator: Type.Object({
    name: Name,
    email: Type.String({ format: 'email', maxLength: 200 }),
    password: Type.String({ minLength: 10, maxLength: 200 }),
  }, { additionalProperties: false }),
  /** Names of the first branches; units can also be imported afterwards. */
  branches: Type.Array(Name, { maxItems: 50 }),
  /** A whole `units.csv` instead of branches. */
  unitsCsv: Type.Optional(Type.String({ maxLength: 5_000_000 })),
}, { additionalProperties: false });
export type FirstRunInput = Static<typeof FirstRunInput>;

import { type Static, Type } from 'typebox';
import { IsoDay, Nullable, Weekdays } from './common';
import { TimeOfDay } from './unit';

const YearLabel = Type.Union([Type.Literal('ends'), Type.Literal('begins')]);

/** The fiscal calendar: by month, or by week (52/53). A union told apart by `kind`. */
export const CalendarInput = Type.Union([
  Type.Object(
    {
      kind: Type.Literal('month'),
      firstMonth: Type.Integer({ minimum: 1, maximum: 12 }),
      yearLabel: YearLabel,
    },
    { additionalProperties: false },
  ),
  Type.Object(
    {
      kind: Type.Literal('week'),
      pattern: Type.Union([Type.Literal('4-4-5'), Type.Literal('4-5-4'), Type.Literal('5-4-4')]),
      endMonth: Type.Integer({ minimum: 1, maximum: 12 }),
      endWeekday: Type.Integer({ minimum: 1, maximum: 7 }),
      endsOn: Type.Union([Type.Literal('nearest'), Type.Literal('last')]),
      yearLabel: YearLabel,
    },
    { additionalProperties: false },
  ),
]);

/** A change of the calendar, with its reason. */
export const CalendarChange = Type.Object(
  {
    calendar: CalendarInput,
    weekdays: Type.Array(Type.Integer({ minimum: 1, maximum: 7 }), {
      minItems: 1,
      maxItems: 7,
      uniqueItems: true,
    }),
    /** Of the weekdays those on which half a day is worked; left out: as they are. */
    halfWeekdays: Type.Optional(Weekdays),
    timeZone: Type.String({ minLength: 1, maxLength: 60 }),
    /** Left out: as it is. */
    endOfBusiness: Type.Optional(TimeOfDay),
    reason: Type.String({ minLength: 1, maxLength: 500, pattern: '\\S' }),
  },
  { additionalProperties: false },
);
export type CalendarChange = Static<typeof CalendarChange>;

/** What every screen needs to know before it shows a figure. */
export const Company = Type.Object({
  name: Type.String(),
  currency: Type.String(),
  timeZone: Type.String(),
  /** When business ends where a branch has no hours of its own: then today counts as elapsed. */
  endOfBusiness: TimeOfDay,
  calendar: CalendarInput,
  weekdays: Type.Array(Type.Integer({ minimum: 1, maximum: 7 })),
  halfWeekdays: Type.Array(Type.Integer({ minimum: 1, maximum: 7 })),
  isDemo: Type.Boolean(),
  /** Salespeople see the ladder of their own team. */
  sharesTeamLadder: Type.Boolean(),
  today: IsoDay,
  /** "day 13 of 21" of the running month. */
  workingDays: Type.Object({ elapsed: Type.Number(), total: Type.Number() }),
  currentPeriod: Type.String(),
});
export type Company = Static<typeof Company>;

/** What sample data there are: what goes when they are put away. */
export const SampleData = Type.Object({
  isDemo: Type.Boolean(),
  deals: Type.Integer(),
  customers: Type.Integer(),
  /** Targets, and values that were typed in. */
  targets: Type.Integer(),
  values: Type.Integer(),
  /** People and units, which may stay. */
  people: Type.Integer(),
  units: Type.Integer(),
});
export type SampleData = Static<typeof SampleData>;

export const SampleDataRemoval = Type.Object(
  {
    /** What the company is called from now on. */
    name: Type.String({ minLength: 1, maxLength: 120, pattern: '\\S' }),
  },
  { additionalProperties: false },
);
export type SampleDataRemoval = Static<typeof SampleDataRemoval>;

export const FirstRunState = Type.Object({
  ready: Type.Boolean(),
  isDemo: Type.Boolean(),
  name: Nullable(Type.String()),
});
export type FirstRunState = Static<typeof FirstRunState>;

const Name = Type.String({ minLength: 1, maxLength: 120, pattern: '\\S' });

/**
 * Everything the first-run page asks for: the company, its calendar, the administrator and the
 * first units.
 */
export const FirstRunInput = Type.Object(
  {
    company: Name,
    currency: Type.String({ pattern: '^[A-Z]{3}$' }),
    timeZone: Type.String({ minLength: 1, maxLength: 60 }),
    calendar: CalendarInput,
    weekdays: Type.Array(Type.Integer({ minimum: 1, maximum: 7 }), {
      minItems: 1,
      maxItems: 7,
      uniqueItems: true,
    }),
    administrator: Type.Object(
      {
        name: Name,
        email: Type.String({ format: 'email', maxLength: 200 }),
        password: Type.String({ minLength: 10, maxLength: 200 }),
      },
      { additionalProperties: false },
    ),
    /** Names of the first branches; units can also be imported afterwards. */
    branches: Type.Array(Name, { maxItems: 50 }),
    /** A whole `units.csv` instead of branches. */
    unitsCsv: Type.Optional(Type.String({ maxLength: 5_000_000 })),
  },
  { additionalProperties: false },
);
export type FirstRunInput = Static<typeof FirstRunInput>;

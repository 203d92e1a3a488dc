import { type Static, Type } from 'typebox';
import {
  AWARD_RECEIVERS,
  type AwardPicture,
  CONTEST_MEMBERS,
  CONTEST_MODES,
  CONTEST_RANKED_BY,
  CONTEST_REPEATS,
  DRAWN_PICTURES,
  GOAL_RULES,
} from '#core/contest/contest';
import { Id, IsoDay, Minor, Nullable } from './common';
import { MeasureCode, MeasureRecord } from './measure';
import { UnitSummary } from './unit';

export const CONTEST_STATES = ['draft', 'running', 'finished'] as const;
export type ContestState = (typeof CONTEST_STATES)[number];

/** enrolled: takes part; invited: is asked; declined: does not. */
export const MEMBER_STATES = ['enrolled', 'invited', 'declined'] as const;
export type MemberState = (typeof MEMBER_STATES)[number];

export const CONTEST_MAIL_RHYTHMS = ['none', 'end', 'weekly', 'daily'] as const;
export type ContestMailRhythm = (typeof CONTEST_MAIL_RHYTHMS)[number];

export const MOST_GOALS = 5;
export const MOST_AWARDS = 10;
export const MOST_CONTEST_MEMBERS = 5_000;
/** Awards of a round or a unit, the newest first; older ones are not listed. */
export const MOST_AWARDS_LISTED = 100;
export const MOST_CONTESTS = 500;
export const LONGEST_CONTEST_DAYS = 1_100;
export const LONGEST_CONTEST_TEXT = 2_000;

const ContestGoal = Type.Object(
  {
    measure: MeasureCode,
    /** Whole units of the measure's last decimal; with a handicap basis points of one's target. */
    value: Type.Integer({ minimum: 1, maximum: 1_000_000_000_000 }),
  },
  { additionalProperties: false },
);

/** One of the drawn set, or `own:` and the number of one of the company's own. */
const Picture = Type.Unsafe<AwardPicture>(
  Type.String({ pattern: `^(${DRAWN_PICTURES.join('|')}|own:[1-9][0-9]{0,8})$` }),
);

export const AwardPictures = Type.Object({ pictures: Type.Array(Picture) });
export type AwardPictures = Static<typeof AwardPictures>;
export const AwardPictureAdded = Type.Object({ picture: Picture });

const ContestAward = Type.Object(
  {
    title: Type.String({ minLength: 1, maxLength: 80, pattern: '\\S' }),
    text: Type.String({ maxLength: 500 }),
    picture: Picture,
    receivers: Type.Enum(AWARD_RECEIVERS),
    /** Of top: how many places. */
    places: Nullable(Type.Integer({ minimum: 1, maximum: 100 })),
    isAtOnce: Type.Boolean(),
    /** Paid with commission, to people only. */
    amount: Nullable(Type.Integer({ minimum: 1, maximum: 1_000_000_000_000 })),
  },
  { additionalProperties: false },
);

export const ContestRules = Type.Object(
  {
    mode: Type.Enum(CONTEST_MODES),
    goalRule: Type.Enum(GOAL_RULES),
    goals: Type.Array(ContestGoal, { minItems: 1, maxItems: MOST_GOALS }),
    rankedBy: Type.Enum(CONTEST_RANKED_BY),
    /** Each is measured by their own target. */
    hasHandicap: Type.Boolean(),
    awards: Type.Array(ContestAward, { maxItems: MOST_AWARDS }),
  },
  { additionalProperties: false },
);

const ContestFields = {
  name: Type.String({ minLength: 1, maxLength: 80, pattern: '\\S' }),
  text: Type.String({ maxLength: LONGEST_CONTEST_TEXT }),
  member: Type.Enum(CONTEST_MEMBERS),
  repeat: Type.Enum(CONTEST_REPEATS),
  from: IsoDay,
  /** The last day. */
  through: IsoDay,
  rules: ContestRules,
  leavesOutRamps: Type.Boolean(),
  isByInvitation: Type.Boolean(),
  isOnBoards: Type.Boolean(),
  mailRhythm: Type.Enum(CONTEST_MAIL_RHYTHMS),
  mailText: Type.String({ maxLength: LONGEST_CONTEST_TEXT }),
};

export const ContestInput = Type.Object(
  { unit: Type.String({ minLength: 1, maxLength: 80 }), ...ContestFields },
  { additionalProperties: false },
);
export type ContestInput = Static<typeof ContestInput>;

/** A place as it is kept once a round has ended. */
export const StoredResult = Type.Object({
  unitId: Type.Integer(),
  rank: Nullable(Type.Integer()),
  actual: Nullable(Type.Number()),
  value: Nullable(Type.Number()),
  progress: Nullable(Type.Number()),
  reachedOn: Nullable(IsoDay),
});
export type StoredResult = Static<typeof StoredResult>;

export const ContestPlace = Type.Object({
  unit: UnitSummary,
  /** The unit above on the last day. */
  teamName: Nullable(Type.String()),
  rank: Nullable(Type.Integer()),
  /** The figure of the first goal, or what is ranked. */
  actual: Nullable(Type.Number()),
  /** What must be reached; null in a ranking, and where it is not known. */
  goal: Nullable(Type.Number()),
  /** In a ranking by attainment or growth: a fraction. */
  value: Nullable(Type.Number()),
  /** Share of the goal, 1 for all of it; null in a ranking. */
  progress: Nullable(Type.Number()),
  reachedOn: Nullable(IsoDay),
  /** The rank the round had when it ended, where it is another now. */
  rankAtEnd: Nullable(Type.Integer()),
  /** Left the unit, or has no target where one is needed. */
  note: Nullable(Type.Enum(['left', 'noTarget', 'onRamp'] as const)),
  isMine: Type.Boolean(),
});
export type ContestPlace = Static<typeof ContestPlace>;

export const Award = Type.Object({
  id: Id,
  contest: Nullable(Type.Object({ id: Id, name: Type.String() })),
  round: Nullable(Type.String()),
  unit: UnitSummary,
  title: Type.String(),
  text: Type.String(),
  picture: Picture,
  amount: Nullable(Minor),
  /** Who gave it by hand. */
  userName: Nullable(Type.String()),
  givenAt: Type.String(),
  takenAt: Nullable(Type.String()),
  reason: Nullable(Type.String()),
});
export type Award = Static<typeof Award>;

export const Contest = Type.Object({
  id: Id,
  unit: UnitSummary,
  ...ContestFields,
  state: Type.Enum(CONTEST_STATES),
  measures: Type.Array(MeasureRecord),
  userName: Type.String(),
  mayChange: Type.Boolean(),
  /** How the reader takes part; null: not at all. */
  own: Nullable(Type.Enum(MEMBER_STATES)),
  version: Type.Integer(),
});
export type Contest = Static<typeof Contest>;

export const ContestSummary = Type.Object({
  contest: Contest,
  /** The running round, else the last; null before the first. */
  round: Nullable(Type.Object({ id: Type.String(), name: Type.String(), isOver: Type.Boolean() })),
  members: Type.Integer(),
  reached: Type.Integer(),
  /** The best, and the reader's own. */
  leader: Nullable(ContestPlace),
  mine: Nullable(ContestPlace),
});
export type ContestSummary = Static<typeof ContestSummary>;

export const ContestListQuery = Type.Object(
  {
    unit: Type.String({ minLength: 1, maxLength: 80 }),
    /** Only those that run. */
    onlyRunning: Type.Optional(Type.Boolean()),
  },
  { additionalProperties: false },
);
export type ContestListQuery = Static<typeof ContestListQuery>;

export const ContestList = Type.Object({
  currency: Type.String(),
  contests: Type.Array(ContestSummary),
});
export type ContestList = Static<typeof ContestList>;

export const ContestViewQuery = Type.Object(
  { round: Type.Optional(Type.String({ maxLength: 60 })) },
  { additionalProperties: false },
);

export const ContestView = Type.Object({
  contest: Contest,
  currency: Type.String(),
  rounds: Type.Array(Type.Object({ id: Type.String(), name: Type.String() })),
  round: Nullable(Type.Object({ id: Type.String(), name: Type.String(), isOver: Type.Boolean() })),
  places: Type.Array(ContestPlace),
  /** True where the result is another now than when the round ended. */
  isCorrected: Type.Boolean(),
  awards: Type.Array(Award),
  members: Type.Array(Type.Object({ unit: UnitSummary, state: Type.Enum(MEMBER_STATES) })),
  /** Of a draft everybody by the rule; of a running contest who has come since, and who has gone. */
  joined: Type.Array(UnitSummary),
  left: Type.Array(UnitSummary),
});
export type ContestView = Static<typeof ContestView>;

/** Names as they were seen: others by now are refused. */
export const ContestStart = Type.Object(
  { members: Type.Array(Type.String({ maxLength: 80 }), { maxItems: MOST_CONTEST_MEMBERS }) },
  { additionalProperties: false },
);
export type ContestStart = Static<typeof ContestStart>;

export const ContestMembersInput = Type.Object(
  {
    add: Type.Array(Type.String({ maxLength: 80 }), { maxItems: MOST_CONTEST_MEMBERS }),
    remove: Type.Array(Type.String({ maxLength: 80 }), { maxItems: MOST_CONTEST_MEMBERS }),
  },
  { additionalProperties: false },
);
export type ContestMembersInput = Static<typeof ContestMembersInput>;

export const ContestAnswer = Type.Object(
  { takesPart: Type.Boolean() },
  { additionalProperties: false },
);

export const ContestPreview = Type.Object({
  /** The ended period it was looked at over, in words. */
  periodName: Type.String(),
  places: Type.Array(ContestPlace),
  winners: Type.Array(Type.Object({ title: Type.String(), names: Type.Array(Type.String()) })),
  /** What awards would have cost. */
  cost: Minor,
  measures: Type.Array(MeasureRecord),
  currency: Type.String(),
});
export type ContestPreview = Static<typeof ContestPreview>;

export const AwardQuery = Type.Object(
  { unit: Type.String({ minLength: 1, maxLength: 80 }) },
  { additionalProperties: false },
);

export const Awards = Type.Object({
  /** The newest first, at most 100; those of people who opted out only for themselves and managers. */
  awards: Type.Array(Award),
  /** Whether others see the reader's own; null for who is no salesperson. */
  areOwnShown: Nullable(Type.Boolean()),
});
export type Awards = Static<typeof Awards>;

export const AwardInput = Type.Object(
  {
    unit: Type.String({ minLength: 1, maxLength: 80 }),
    title: Type.String({ minLength: 1, maxLength: 80, pattern: '\\S' }),
    text: Type.String({ maxLength: 500 }),
    picture: Picture,
    amount: Nullable(Type.Integer({ minimum: 1, maximum: 1_000_000_000_000 })),
  },
  { additionalProperties: false },
);
export type AwardInput = Static<typeof AwardInput>;

export const AwardTakenBack = Type.Object(
  { reason: Type.String({ minLength: 1, maxLength: 500, pattern: '\\S' }) },
  { additionalProperties: false },
);

export const AwardVisibility = Type.Object(
  { areShown: Type.Boolean() },
  { additionalProperties: false },
);

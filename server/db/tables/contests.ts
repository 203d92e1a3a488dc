import { sql } from 'drizzle-orm';
import {
  boolean,
  check,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  serial,
  text,
  uniqueIndex,
} from 'drizzle-orm/pg-core';
import type {
  ContestMailRhythm,
  ContestState,
  MemberState,
  StoredResult,
} from '#contract/schemas/contest';
import type {
  AwardPicture,
  ContestMember,
  ContestRepeat,
  ContestRules,
} from '#core/contest/contest';
import { appUser } from './access';
import { bytes, isoDay, moment, whole } from './columns';
import { unit } from './units';

/** Something people compete for, once or again each week, month or quarter. */
export const contest = pgTable(
  'contest',
  {
    id: serial('id').primaryKey(),
    unitId: integer('unit_id')
      .notNull()
      .references(() => unit.id),
    userId: integer('user_id')
      .notNull()
      .references(() => appUser.id),
    name: text('name').notNull(),
    text: text('text').notNull(),
    state: text('state').$type<ContestState>().notNull().default('draft'),
    member: text('member').$type<ContestMember>().notNull(),
    repeat: text('repeat').$type<ContestRepeat>().notNull(),
    /** The first day, and the last. */
    from: isoDay('from_day').notNull(),
    through: isoDay('through_day').notNull(),
    rules: jsonb('rules').$type<ContestRules>().notNull(),
    leavesOutRamps: boolean('leaves_out_ramps').notNull(),
    /** Members are asked, and take part once they say so. */
    isByInvitation: boolean('is_by_invitation').notNull(),
    isOnBoards: boolean('is_on_boards').notNull(),
    mailRhythm: text('mail_rhythm').$type<ContestMailRhythm>().notNull(),
    mailText: text('mail_text').notNull(),
    version: integer('version').notNull().default(1),
    createdAt: moment('created_at').notNull().defaultNow(),
    removedAt: moment('removed_at'),
  },
  (table) => [
    check('contest_name', sql`length(trim(${table.name})) > 0`),
    check('contest_days', sql`${table.from} <= ${table.through}`),
    index('contest_unit')
      .on(table.unitId)
      .where(sql`${table.removedAt} is null`),
  ],
);

export const contestMember = pgTable(
  'contest_member',
  {
    contestId: integer('contest_id')
      .notNull()
      .references(() => contest.id, { onDelete: 'cascade' }),
    unitId: integer('unit_id')
      .notNull()
      .references(() => unit.id),
    state: text('state').$type<MemberState>().notNull(),
  },
  (table) => [primaryKey({ columns: [table.contestId, table.unitId] })],
);

/** A round that has ended: its result as it was then. */
export const contestRound = pgTable(
  'contest_round',
  {
    contestId: integer('contest_id')
      .notNull()
      .references(() => contest.id, { onDelete: 'cascade' }),
    periodId: text('period_id').notNull(),
    closedAt: moment('closed_at').notNull().defaultNow(),
    result: jsonb('result').$type<StoredResult[]>().notNull(),
  },
  (table) => [primaryKey({ columns: [table.contestId, table.periodId] })],
);

/** Pictures for awards beside the drawn set. */
export const awardPicture = pgTable('award_picture', {
  id: serial('id').primaryKey(),
  /** Of whoever added it: seen there, above and below. */
  unitId: integer('unit_id')
    .notNull()
    .references(() => unit.id),
  content: bytes('content').notNull(),
  digest: text('digest').notNull(),
  userId: integer('user_id')
    .notNull()
    .references(() => appUser.id),
  addedAt: moment('added_at').notNull().defaultNow(),
  removedAt: moment('removed_at'),
});

/** What somebody was given, for a contest or by hand; taken back it stays, with the reason. */
export const award = pgTable(
  'award',
  {
    id: serial('id').primaryKey(),
    contestId: integer('contest_id').references(() => contest.id),
    periodId: text('period_id'),
    /** Which of the contest's awards. */
    position: integer('position'),
    unitId: integer('unit_id')
      .notNull()
      .references(() => unit.id),
    title: text('title').notNull(),
    text: text('text').notNull(),
    picture: text('picture').$type<AwardPicture>().notNull(),
    amount: whole('amount'),
    /** Who gave it by hand; null: a contest did. */
    userId: integer('user_id').references(() => appUser.id),
    /** The business date of giving and taking back: the month in which it is paid. */
    givenOn: isoDay('given_on').notNull(),
    givenAt: moment('given_at').notNull().defaultNow(),
    takenOn: isoDay('taken_on'),
    takenAt: moment('taken_at'),
    reason: text('reason'),
  },
  (table) => [
    // One of a kind at a time; taken back it can be won again.
    uniqueIndex('award_won')
      .on(table.contestId, table.periodId, table.position, table.unitId)
      .where(sql`${table.takenAt} is null and ${table.contestId} is not null`),
    index('award_unit').on(table.unitId, table.givenAt),
  ],
);

/** Salespeople who do not want their awards shown to others. */
export const awardOptOut = pgTable('award_opt_out', {
  unitId: integer('unit_id')
    .primaryKey()
    .references(() => unit.id),
});

/** When progress was last sent, so that it is sent once. */
export const contestMail = pgTable(
  'contest_mail',
  {
    contestId: integer('contest_id')
      .notNull()
      .references(() => contest.id, { onDelete: 'cascade' }),
    /** The day, or the round whose result it is. */
    occasion: text('occasion').notNull(),
  },
  (table) => [primaryKey({ columns: [table.contestId, table.occasion] })],
);

import { type SQL, sql } from 'drizzle-orm';
import type { ContestMailRhythm, ContestState, MemberState } from '#contract/schemas/contest';
import type { ContestMember, ContestRepeat, ContestRules } from '#core/contest/contest';
import { roundsOf } from '#core/contest/rounds';
import type { FiscalCalendar, Period } from '#core/period/calendar';
import { type Day, parseDay } from '#core/period/day';
import type { Queryable } from '../db/client';

export interface StoredContest {
  id: number;
  unitId: number;
  userId: number;
  userName: string;
  name: string;
  text: string;
  state: ContestState;
  member: ContestMember;
  repeat: ContestRepeat;
  from: Day;
  /** The last day. */
  through: Day;
  rules: ContestRules;
  leavesOutRamps: boolean;
  isByInvitation: boolean;
  isOnBoards: boolean;
  mailRhythm: ContestMailRhythm;
  mailText: string;
  version: number;
  members: readonly StoredMember[];
}

export interface StoredMember {
  unitId: number;
  state: MemberState;
}

/** Contests with their members, those that were removed left out; the newest first. */
export async function loadContests(
  db: Queryable,
  where: SQL = sql`true`,
): Promise<StoredContest[]> {
  const { rows } = await db.execute<
    Omit<StoredContest, 'from' | 'through'> & { from: string; through: string } & Record<
        string,
        unknown
      >
  >(sql`
    select c.id, c.unit_id as "unitId", c.user_id as "userId", u.name as "userName", c.name, c.text,
      c.state, c.member, c.repeat, c.from_day::text as from, c.through_day::text as through, c.rules,
      c.leaves_out_ramps as "leavesOutRamps", c.is_by_invitation as "isByInvitation",
      c.is_on_boards as "isOnBoards", c.mail_rhythm as "mailRhythm", c.mail_text as "mailText",
      c.version, coalesce((select json_agg(json_build_object('unitId', m.unit_id, 'state', m.state)
        order by m.unit_id) from contest_member m where m.contest_id = c.id), '[]') as members
    from contest c join app_user u on u.id = c.user_id where c.removed_at is null and ${where}
    order by c.id desc`);
  return rows.map((row) => ({
    ...row,
    from: parseDay(row.from)!,
    through: parseDay(row.through)!,
  }));
}

export function roundsBy(
  { repeat, from, through }: Pick<StoredContest, 'repeat' | 'from' | 'through'>,
  calendar: FiscalCalendar,
  asOf: Day,
): Period[] {
  return roundsOf(calendar, repeat, { from, to: through + 1 }, asOf);
}

/** Who takes part: asked and not yet answered is not. */
export const enrolledOf = ({ members }: Pick<StoredContest, 'members'>) =>
  members.filter(({ state }) => state === 'enrolled').map(({ unitId }) => unitId);

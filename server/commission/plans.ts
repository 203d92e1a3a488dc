import { type SQL, sql } from 'drizzle-orm';
import type { CommissionPayee } from '#contract/schemas/commission';
import type { CommissionTerms } from '#core/commission/terms';
import { type Day, END_OF_TIME, parseDay } from '#core/period/day';
import type { Queryable } from '../db/client';

export interface PlanVersion {
  from: Day;
  terms: CommissionTerms;
  secondAbove: number | null;
  userName: string;
}

export interface StoredPlan {
  id: number;
  name: string;
  unitId: number;
  payee: CommissionPayee;
  userId: number | null;
  accountName: string | null;
  /** The day after its last. */
  until: Day;
  /** The oldest first. */
  versions: readonly PlanVersion[];
}

/** Plans with their versions, those that were removed left out. */
export async function loadPlans(db: Queryable, where: SQL = sql`true`): Promise<StoredPlan[]> {
  const { rows } = await db.execute<{
    id: number;
    name: string;
    unit_id: number;
    payee: CommissionPayee;
    user_id: number | null;
    account: string | null;
    until: string | null;
    versions: { from: string; terms: CommissionTerms; second: number | null; user: string }[];
  }>(sql`
    select p.id, p.name, p.unit_id, p.payee, p.user_id, a.name as account, p.until_day::text as
      until, (select json_agg(json_build_object('from', t.from_day, 'terms', t.terms, 'second',
        t.second_above, 'user', u.name) order by t.from_day) from commission_terms t join app_user u
          on u.id = t.user_id where t.plan_id = p.id) as versions
    from commission_plan p left join app_user a on a.id = p.user_id
    where p.removed_at is null and ${where} order by lower(p.name), p.id`);
  return rows.map((row) => ({
    id: row.id,
    name: row.name,
    unitId: row.unit_id,
    payee: row.payee,
    userId: row.user_id,
    accountName: row.account,
    until: row.until === null ? END_OF_TIME : parseDay(row.until)!,
    versions: row.versions.map(({ from, terms, second, user }) => ({
      from: parseDay(from)!,
      terms,
      secondAbove: second,
      userName: user,
    })),
  }));
}

/** The version that holds on a day; null before the first and after the end. */
export function versionOn({ versions, until }: StoredPlan, day: Day): PlanVersion | null {
  return day >= until ? null : (versions.findLast(({ from }) => from <= day) ?? null);
}

/** A plan and the version of it that holds. */
export interface FoundTerms {
  plan: StoredPlan;
  version: PlanVersion;
}

/** What holds for salespeople at units, the nearest first: their own, their team's and so on. */
export function findTerms(
  plans: readonly StoredPlan[],
  units: readonly number[],
  day: Day,
): FoundTerms | null {
  for (const unitId of units)
    for (const plan of plans) {
      if (plan.payee !== 'salespeople' || plan.unitId !== unitId) continue;
      const version = versionOn(plan, day);
      if (version) return { plan, version };
    }
  return null;
}

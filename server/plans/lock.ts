import { eq, sql } from 'drizzle-orm';
import { parseDay } from '#core/period/day';
import { describeDay } from '#wording/period';
import type { Context } from '../context';
import type { Transaction } from '../db/client';
import { plan as planTable } from '../db/tables/index';
import type { PlanRecord } from '../ledger/companyState';
import { ProblemError } from '../problem';
import { seesPlan } from './access';
import { type PlanCaller } from './summary';

/** A draft of the caller's, locked. @throws ProblemError unknownPlan, notADraft, outsideUnit */
export async function lockDraft(
  context: Context,
  tx: Transaction,
  caller: PlanCaller,
  id: number,
): Promise<PlanRecord> {
  const { day, status, ...plan } = await lockPlan(context, tx, caller, id);
  if (status !== 'draft')
    throw new ProblemError('notADraft', {
      name: plan.name,
      status: status === 'merged' ? 'published' : status,
      day: describeDay(parseDay(day)!),
    });
  return plan;
}

/** A plan of the caller's that may be changed, locked. @throws ProblemError unknownPlan, outsideUnit */
export async function lockPlan(
  context: Context,
  tx: Transaction,
  { scope, principal }: PlanCaller,
  id: number,
): Promise<PlanRecord & { status: string; day: string }> {
  const {
    rows: [row],
  } = await tx.execute<{
    status: string;
    name: string;
    unit_id: number;
    year_label: number;
    rates: Record<string, string>;
    day: string;
  }>(sql`
    select status, name, unit_id, year_label, rates, coalesce(ended_at, created_at)::date::text as
      day from plan where id = ${id} for update`);
  if (
    !row ||
    !seesPlan(
      scope,
      principal,
      { unitId: row.unit_id, isPublished: false },
      context.replica.company!,
    )
  )
    throw new ProblemError('unknownPlan', { plan: id });
  if (!scope.sees(row.unit_id))
    throw new ProblemError('outsideUnit', {
      unit: context.replica.company!.tree.find(row.unit_id)!.code,
    });
  return {
    id,
    yearLabel: row.year_label,
    name: row.name,
    unitId: row.unit_id,
    isPublished: false,
    rates: row.rates,
    status: row.status,
    day: row.day,
  };
}

export async function endPlan(
  tx: Transaction,
  id: number,
  status: 'merged' | 'discarded',
  userId: number,
  note: string | null,
): Promise<void> {
  await tx
    .update(planTable)
    .set({ status, endedBy: userId, endedAt: sql`now()`, ...(note === null ? {} : { note }) })
    .where(eq(planTable.id, id));
}

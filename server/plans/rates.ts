import { eq, sql } from 'drizzle-orm';
import type { FieldFault } from '#contract/errors/catalogue';
import type { PlanRates, PlanSummary } from '#contract/schemas/plan';
import type { OwnTarget } from '#contract/schemas/planGrid';
import { isCurrency } from '#core/money/currency';
import { convertMinor } from '#core/money/rate';
import { recordAudit } from '../audit/record';
import type { Context } from '../context';
import type { Transaction } from '../db/client';
import { LOCKS } from '../db/locks';
import { announce } from '../db/notify';
import { plan as planTable } from '../db/tables/index';
import { assertNoFieldErrors, ProblemError } from '../problem';
import { lockDraft } from './lock';
import { loadPlanSummary, type PlanCaller, refresh } from './summary';

const RATE = /^\d{1,10}(\.\d{1,10})?$/;

/**
 * Sets the fixed rates of a draft of the whole company; targets that were set in these currencies
 * are converted anew.
 * @throws ProblemError unknownPlan, notADraft, ratesOfCompany, invalidInput
 */
export async function changePlanRates(
  context: Context,
  caller: PlanCaller,
  id: number,
  input: PlanRates,
): Promise<{ plan: PlanSummary; converted: number }> {
  const { tree, currency } = context.replica.company!;
  const faults: FieldFault[] = [];
  for (const [code, rate] of Object.entries(input.rates)) {
    if (!isCurrency(code)) faults.push({ field: `rates/${code}`, code: 'unknownCurrency' });
    else if (code === currency) faults.push({ field: `rates/${code}`, code: 'reportingCurrency' });
    else if (!RATE.test(rate) || Number(rate) === 0)
      faults.push({ field: `rates/${code}`, code: 'notARate' });
  }
  assertNoFieldErrors(faults);
  const converted = await context.db.transaction(async (tx) => {
    await tx.execute(sql`select pg_advisory_xact_lock(${LOCKS.targets})`);
    const draft = await lockDraft(context, tx, caller, id);
    if (draft.unitId !== tree.root?.id) throw new ProblemError('ratesOfCompany');
    const count = await convertAnew(tx, id, {
      rates: input.rates,
      currency,
      userId: caller.principal.userId,
      reason: input.reason?.trim() || 'the rates of the plan changed',
    });
    await tx.update(planTable).set({ rates: input.rates }).where(eq(planTable.id, id));
    await recordAudit(tx, [
      {
        userId: caller.principal.userId,
        entity: 'plan',
        entityId: String(id),
        action: 'rates changed',
        before: draft.rates,
        after: input.rates,
        reason: input.reason?.trim() || null,
      },
    ]);
    await announce(tx, 'plans', null);
    return count;
  });
  await refresh(context);
  return { plan: await loadPlanSummary(context, caller, id), converted };
}

/**
 * Converts what is set in other currencies by new rates, with an audit row each. @returns how many
 * targets came out otherwise than before
 */
async function convertAnew(
  tx: Transaction,
  planId: number,
  {
    rates,
    currency,
    userId,
    reason,
  }: { rates: PlanRates['rates']; currency: string; userId: number; reason: string | null },
): Promise<number> {
  const { rows } = await tx.execute<{
    unit_id: number;
    measure: string;
    period_id: string;
    slice: string;
    own: OwnTarget;
  }>(sql`
    select unit_id, measure, period_id, slice, own from target where plan_id = ${planId} and own is not
      null and target is not null`);
  const missing = rows.find((row) => rates[row.own.currency] === undefined);
  if (missing)
    assertNoFieldErrors([
      {
        field: `rates/${missing.own.currency}`,
        code: 'rateInUse',
        params: { currency: missing.own.currency },
      },
    ]);
  const one = (own: OwnTarget, value: number | null) =>
    value === null ? null : convertMinor(value, own.currency, currency, rates[own.currency]!);
  const cells = rows.map((row) => ({
    ...row,
    target: one(row.own, row.own.target),
    floor: one(row.own, row.own.floor),
    stretch: one(row.own, row.own.stretch),
  }));
  const column = <T>(pick: (cell: (typeof cells)[number]) => T) => sql.param(cells.map(pick));
  const { rows: written } = await tx.execute(sql`
    with cells as (
      select * from unnest(${column((cell) => cell.unit_id)}::int[],
        ${column((cell) => cell.measure)}::text[], ${column((cell) => cell.period_id)}::text[],
        ${column((cell) => cell.slice)}::text[],
        ${column((cell) => cell.target)}::bigint[], ${column((cell) => cell.floor)}::bigint[],
          ${column((cell) => cell.stretch)}::bigint[]) c(unit_id, measure, period_id, slice,
            target, floor, stretch)
    ), before as (
      select t.* from target t join cells c using (unit_id, measure, period_id, slice)
      where t.plan_id = ${planId} and (t.target, t.floor, t.stretch) is distinct from (c.target,
        c.floor, c.stretch)
    ), written as (
      update target t set target = c.target, floor = c.floor, stretch = c.stretch, version =
        t.version + 1, xid = pg_current_xact_id(), changed_at = now(), changed_by = ${userId}
      from cells c join before b using (unit_id, measure, period_id, slice)
      where t.plan_id = ${planId} and (t.unit_id, t.measure, t.period_id, t.slice) = (c.unit_id,
        c.measure, c.period_id, c.slice) returning t.*
    )
    insert into audit (user_id, entity, entity_id, action, before, after, reason)
    select ${userId}::int, 'target', ${`plan ${planId}|`}::text || concat_ws('|', w.unit_id,
      w.measure, w.period_id, nullif(w.slice, '')), 'converted anew',
      jsonb_build_object('target', b.target, 'floor', b.floor, 'stretch', b.stretch),
        jsonb_build_object('target', w.target, 'floor', w.floor, 'stretch', w.stretch),
          ${reason}::text
    from written w join before b using (unit_id, measure, period_id, slice) returning 1`);
  return written.length;
}

import { eq, sql } from 'drizzle-orm';
import type { FieldFault } from '#contract/errors/catalogue';
import type { PlanRates, PlanSummary } from '#contract/schemas/plan';
import type { OwnTarget } from '#contract/schemas/sheet';
import { isCurrency } from '#core/money/currency';
import { convertMinor } from '#core/money/rate';
import { recordAudit } from '../audit/record';
import type { Context } from '../context';
import type { Transaction } from '../db/client';
import { LOCKS } from '../db/locks';
import { announce } from '../db/notify';
import { plan as planTable } from '../db/tables/index';
import { Refused, refuseFaults } from '../problem';
import { loadPlanSummary, lockDraft, refresh, type PlanCaller } from './service';

const RATE = /^\d{1,10}(\.\d{1,10})?$/;

/**
 * Sets the fixed rates of a draft of the whole company; targets that were set in these currencies are converted anew.
 * @throws Refused unknownPlan, notADraft, ratesOfCompany, invalidInput
 */
export async function changePlanRates(context: Context, caller: PlanCaller, id: number, input: PlanRates): Promise<{ plan: PlanSummary; converted: number }> {
  const { tree, currency } = context.replica.company!;
  const faults: FieldFault[] = [];
  for (const [code, rate] of Object.entries(input.rates)) {
    if (!isCurrency(code)) faults.push({ field: `rates/${code}`, code: 'unknownCurrency' });
    else if (code === currency) faults.push({ field: `rates/${code}`, code: 'reportingCurrency' });
    else if (!RATE.test(rate) || Number(rate) === 0) faults.push({ field: `rates/${code}`, code: 'notARate' });
  }
  refuseFaults(faults);
  const converted = await context.db.transaction(async (tx) => {
    await tx.execute(sql`select pg_advisory_xact_lock(${LOCKS.targets})`);
    const draft = await lockDraft(context, tx, caller, id);
    if (draft.unitId !== tree.root?.id) throw new Refused('ratesOfCompany');
    const count = await convertAnew(tx, id, input.rates, currency);
    await tx.update(planTable).set({ rates: input.rates }).where(eq(planTable.id, id));
    await recordAudit(tx, [{ userId: caller.principal.userId, entity: 'plan', entityId: String(id), action: 'rates changed', before: draft.rates, after: input.rates, reason: input.reason?.trim() || null }]);
    await announce(tx, 'plans', null);
    return count;
  });
  await refresh(context);
  return { plan: await loadPlanSummary(context, caller, id), converted };
}

/** @returns how many targets came out otherwise than before */
async function convertAnew(tx: Transaction, planId: number, rates: PlanRates['rates'], currency: string): Promise<number> {
  const { rows } = await tx.execute<{ unit_id: number; measure: string; period_id: string; target: number; own: OwnTarget }>(sql`
    select unit_id, measure, period_id, target, own from target where plan_id = ${planId} and own is not null and target is not null`);
  const missing = rows.find((row) => rates[row.own.currency] === undefined);
  if (missing) refuseFaults([{ field: `rates/${missing.own.currency}`, code: 'rateInUse', params: { currency: missing.own.currency } }]);
  let count = 0;
  for (const { unit_id, measure, period_id, target, own } of rows) {
    const one = (value: number | null) => (value === null ? null : convertMinor(value, own.currency, currency, rates[own.currency]!));
    const anew = one(own.target);
    if (anew === target) continue;
    await tx.execute(sql`update target set target = ${anew}, floor = ${one(own.floor)}, stretch = ${one(own.stretch)}, version = version + 1, xid = pg_current_xact_id(), changed_at = now()
      where plan_id = ${planId} and unit_id = ${unit_id} and measure = ${measure} and period_id = ${period_id}`);
    count++;
  }
  return count;
}

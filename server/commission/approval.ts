import { sql } from 'drizzle-orm';
import type { ApprovalInput, PaymentInput } from '#contract/schemas/commission';
import { parseDay, toIsoDay } from '#core/period/day';
import type { Principal, Scope } from '../access/index';
import { findMonth } from '../attainment/index';
import { recordAudit } from '../audit/record';
import type { Context } from '../context';
import { LOCKS } from '../db/locks';
import { announce } from '../db/notify';
import { commissionStatement } from '../db/tables/index';
import { assertNoFieldErrors, ProblemError } from '../problem';
import { columnsOfPayee, idsOfPayees, keyOfPayee } from './locked';
import { loadPlans } from './plans';
import { findStatement, hindranceOf, mayApprove, payeesOf } from './statements';

/**
 * Approves a statement as it was seen. Above the plan's amount it waits for a second person, who
 * approves what the first one saw. Sent twice it is approved once.
 * @throws ProblemError unknownPeriod, notFound, statementChanged, notApprovable
 */
export async function approveStatement(
  context: Context,
  scope: Scope,
  principal: Principal,
  input: ApprovalInput,
): Promise<void> {
  await context.db.transaction(async (tx) => {
    // One at a time: what the next is made of is the one before.
    await tx.execute(sql`select pg_advisory_xact_lock(${LOCKS.commission})`);
    const whole = await findStatement(context, scope, principal, input, tx);
    const { payee, month, found } = whole;
    const { stored, statement, facts } = found;
    if (stored && stored.state !== 'awaiting') return;
    const hindrance = mayApprove(scope, principal, payee)
      ? hindranceOf(scope, principal, whole)
      : 'ownStatement';
    if (hindrance) throw new ProblemError('notApprovable', { why: HINDRANCES[hindrance] });
    if (statement.total !== input.total) throw new ProblemError('statementChanged');
    const { secondAbove } = found.found.version;
    const needsSecond = secondAbove !== null && statement.total > secondAbove;
    if (stored) {
      await tx.execute(sql`update commission_statement set state = 'locked', second_by =
        ${principal.userId}, second_at = now() where id = ${stored.id}`);
    } else {
      await tx.insert(commissionStatement).values({
        planId: found.found.plan.id,
        ...columnsOfPayee(payee),
        unitId: found.unitId,
        periodId: month.id,
        from: toIsoDay(month.from),
        state: needsSecond ? 'awaiting' : 'locked',
        entries: [...statement.entries],
        earned: statement.earned,
        total: statement.total,
        owed: statement.owed,
        target: facts.target,
        isOnRamp: facts.isOnRamp,
        approvedBy: principal.userId,
      });
    }
    await recordAudit(tx, [
      {
        userId: principal.userId,
        entity: 'commission',
        entityId: `${payee.id} ${month.id}`,
        action: stored ? 'approved by a second' : needsSecond ? 'approved, awaits' : 'approved',
        after: { total: statement.total },
      },
    ]);
    await announce(tx, 'commission', payee.kind === 'account' ? null : [payee.unitId]);
  });
}

const HINDRANCES = {
  running: 'the month has not ended',
  earlierOpen: 'an earlier month is not approved yet',
  needsSecond: 'a second person has to approve it',
  ownStatement: 'nobody approves their own, or that of others than their people',
} as const;

/** A day of payment later than so many after the month's first is a slip. */
const LATEST_PAYMENT_DAYS = 3_660;

/** Locked statements of a month are paid on a day. @throws ProblemError invalidInput */
export async function payStatements(
  context: Context,
  scope: Scope,
  principal: Principal,
  { unit: code, period, paidOn }: PaymentInput,
): Promise<void> {
  const unit = scope.findUnit(code);
  const month = findMonth(scope.dataset, period);
  const day = parseDay(paidOn)!;
  const last = month.from + LATEST_PAYMENT_DAYS;
  if (day < month.from || day > last)
    assertNoFieldErrors([
      {
        field: 'paidOn',
        code: 'dayOutOfRange',
        params: { from: toIsoDay(month.from), to: toIsoDay(last) },
      },
    ]);
  const plans = await loadPlans(context.db);
  const payees = payeesOf(scope, principal, plans, { unitId: unit.id, period: month }).filter(
    (payee) => mayApprove(scope, principal, payee),
  );
  const idOf = new Map(payees.map((payee) => [keyOfPayee(payee), payee.id]));
  const { people, accounts } = idsOfPayees(payees);
  await context.db.transaction(async (tx) => {
    const { rows } = await tx.execute<{ key: string; total: number }>(sql`update
      commission_statement set state = 'paid', paid_on = ${paidOn}, paid_by = ${principal.userId}
      where period_id = ${month.id} and state = 'locked' and (salesperson_id =
        any(${sql.param(people)}::int[]) or payee_user_id = any(${sql.param(accounts)}::int[]))
      returning coalesce(salesperson_id::text, '@' || payee_user_id) as key, total`);
    await recordAudit(
      tx,
      rows.map(({ key, total }) => ({
        userId: principal.userId,
        entity: 'commission',
        entityId: `${idOf.get(key)} ${month.id}`,
        action: 'paid',
        after: { paidOn, total },
      })),
    );
    await announce(tx, 'commission', null);
  });
}

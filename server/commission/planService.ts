import { type SQL, sql } from 'drizzle-orm';
import type { FieldFault } from '#contract/errors/catalogue';
import {
  type CommissionEndInput,
  type CommissionPlan,
  type CommissionPlanInput,
  type CommissionPlans,
  type CommissionVersionInput,
  MOST_COMMISSION_PLANS,
} from '#contract/schemas/commission';
import { END_OF_TIME, toIsoDay } from '#core/period/day';
import { loadKnownAccounts, type Principal, type Scope } from '../access/index';
import { findMonth, toUnitSummary } from '../attainment/index';
import { recordAudit } from '../audit/record';
import type { Context } from '../context';
import type { Queryable, Transaction } from '../db/client';
import { LOCKS } from '../db/locks';
import { announce } from '../db/notify';
import { commissionPlan, commissionTerms } from '../db/tables/index';
import { assertNoFieldErrors, ProblemError } from '../problem';
import { seesAccount } from './payee';
import { loadPlans, type StoredPlan } from './plans';
import { loadRateNames, readTerms, writeTerms } from './terms';

/** Whether somebody sets a plan: at a unit of theirs; of their own commission others do. */
function mayChange(scope: Scope, principal: Principal, plan: StoredPlan): boolean {
  return (
    scope.sees(plan.unitId) &&
    (plan.payee === 'salespeople' ||
      (plan.userId !== principal.userId && seesAccount(scope, principal, plan)))
  );
}

/** Plans at one's units, and those above that hold for one's people. */
export async function listPlans(
  context: Context,
  scope: Scope,
  principal: Principal,
): Promise<CommissionPlans> {
  const above = scope.wholeTree.ancestorsOn(principal.unitId, scope.dataset.asOf);
  const shown = (await loadPlans(context.db)).filter((plan) =>
    plan.payee === 'salespeople'
      ? scope.sees(plan.unitId) || above.includes(plan.unitId)
      : seesAccount(scope, principal, plan),
  );
  const plans = await toPlans(context, scope, principal, shown);
  return { plans, accounts: await loadKnownAccounts(context.db, scope, principal.unitId) };
}

async function toPlans(
  { db }: Context,
  scope: Scope,
  principal: Principal,
  plans: readonly StoredPlan[],
): Promise<CommissionPlan[]> {
  const { calendar } = scope.dataset;
  const names = await loadRateNames(
    db,
    plans.flatMap(({ versions }) => versions.map(({ terms }) => terms)),
  );
  return plans.map((plan) => ({
    id: plan.id,
    name: plan.name,
    unit: toUnitSummary(scope.wholeTree.find(plan.unitId)!),
    payee: plan.payee,
    account: plan.userId === null ? null : { id: plan.userId, name: plan.accountName! },
    lastMonth: plan.until === END_OF_TIME ? null : calendar.periodOf('month', plan.until - 1).id,
    versions: plan.versions.toReversed().map(({ from, terms, secondAbove, userName }) => ({
      from: calendar.periodOf('month', from).id,
      terms: writeTerms(terms, secondAbove, names),
      userName,
    })),
    mayChange: mayChange(scope, principal, plan),
  }));
}

/** One's own plan as it stands now. @throws ProblemError notFound */
async function viewPlan(
  context: Context,
  scope: Scope,
  principal: Principal,
  id: number,
): Promise<CommissionPlan> {
  const plan = await findOwn(context.db, scope, principal, id);
  return (await toPlans(context, scope, principal, [plan]))[0]!;
}

async function findOwn(
  db: Queryable,
  scope: Scope,
  principal: Principal,
  id: number,
): Promise<StoredPlan> {
  const [plan] = await loadPlans(db, sql`p.id = ${id}`);
  if (!plan || !mayChange(scope, principal, plan)) throw new ProblemError('notFound');
  return plan;
}

/** The first day after the last month that was approved by a plan; 0: none was. */
async function lockedUntil(tx: Queryable, scope: Scope, where: SQL): Promise<number> {
  const { rows } = await tx.execute<{ period: string }>(sql`select period_id as period from
    commission_statement where ${where} order by from_day desc limit 1`);
  return rows[0] ? (scope.dataset.calendar.parse(rows[0].period)?.to ?? 0) : 0;
}

/**
 * Adds a plan. @throws ProblemError unknownUnit, unknownPeriod, invalidInput where it overlaps
 * another or months that are approved
 */
export async function addPlan(
  context: Context,
  scope: Scope,
  principal: Principal,
  input: CommissionPlanInput,
): Promise<CommissionPlan> {
  const unit = scope.findUnit(input.unit);
  const { from } = findMonth(scope.dataset, input.from);
  const terms = await readTerms(context, input.terms);
  const userId = await checkAccount(context, scope, principal, input);
  const id = await change(context, async (tx) => {
    const plans = await loadPlans(tx);
    if (plans.length >= MOST_COMMISSION_PLANS)
      throw new ProblemError('tooManyCommissionPlans', { most: MOST_COMMISSION_PLANS });
    const other = plans.find(
      (plan) =>
        plan.payee === input.payee &&
        plan.until > from &&
        (plan.payee === 'account' ? plan.userId === userId : plan.unitId === unit.id),
    );
    const faults: FieldFault[] = [];
    if (other) faults.push({ field: 'from', code: 'plansOverlap', params: { name: other.name } });
    // Statements that were approved stay as they are, whatever paid them.
    const people = [...scope.wholeTree.unitsUnder(unit.id)];
    const locked = await lockedUntil(
      tx,
      scope,
      input.payee === 'account'
        ? sql`payee_user_id = ${userId}`
        : sql`salesperson_id = any(${sql.param(people)}::int[])`,
    );
    if (from < locked) faults.push(lockedFault(scope, 'from', locked));
    assertNoFieldErrors(faults);
    const [row] = await tx
      .insert(commissionPlan)
      .values({ name: input.name.trim(), unitId: unit.id, payee: input.payee, userId })
      .returning({ id: commissionPlan.id });
    await tx.insert(commissionTerms).values({
      planId: row!.id,
      from: toIsoDay(from),
      terms,
      secondAbove: input.terms.secondAbove,
      userId: principal.userId,
    });
    await note(tx, principal, row!.id, 'created', input);
    return row!.id;
  });
  return viewPlan(context, scope, principal, id);
}

const lockedFault = (scope: Scope, field: string, locked: number): FieldFault => ({
  field,
  code: 'statementsLocked',
  params: { day: toIsoDay(locked), month: scope.dataset.calendar.periodOf('month', locked).id },
});

/** The account that is paid; null for salespeople. @throws ProblemError invalidInput */
export async function checkAccount(
  context: Context,
  scope: Scope,
  principal: Principal,
  { payee, userId }: Pick<CommissionPlanInput, 'payee' | 'userId'>,
): Promise<number | null> {
  if (payee === 'salespeople') return null;
  const accounts = await loadKnownAccounts(context.db, scope, principal.unitId);
  const faults: FieldFault[] = [];
  if (userId === null) faults.push({ field: 'userId', code: 'required' });
  else if (!accounts.some(({ id }) => id === userId))
    faults.push({ field: 'userId', code: 'seesItNot' });
  else if (userId === principal.userId) faults.push({ field: 'userId', code: 'ownCommission' });
  assertNoFieldErrors(faults);
  return userId;
}

async function change<T>(context: Context, write: (tx: Transaction) => Promise<T>): Promise<T> {
  return context.db.transaction(async (tx) => {
    await tx.execute(sql`select pg_advisory_xact_lock(${LOCKS.commission})`);
    const result = await write(tx);
    await announce(tx, 'commission', null);
    return result;
  });
}

const note = (
  tx: Transaction,
  { userId }: Principal,
  id: number,
  action: string,
  after?: unknown,
) =>
  recordAudit(tx, [
    { userId, entity: 'commission', entityId: `plan ${id}`, action, after: after ?? null },
  ]);

/** Other terms from a month on. @throws ProblemError notFound, unknownPeriod, invalidInput */
export async function addVersion(
  context: Context,
  scope: Scope,
  principal: Principal,
  id: number,
  input: CommissionVersionInput,
): Promise<CommissionPlan> {
  const { from } = findMonth(scope.dataset, input.from);
  const terms = await readTerms(context, input.terms);
  await change(context, async (tx) => {
    const plan = await findOwn(tx, scope, principal, id);
    const locked = await lockedUntil(tx, scope, sql`plan_id = ${id}`);
    const faults: FieldFault[] = [];
    if (from < locked) faults.push(lockedFault(scope, 'from', locked));
    if (from >= plan.until)
      faults.push({
        field: 'from',
        code: 'dayOutOfRange',
        params: { from: toIsoDay(plan.versions[0]!.from), to: toIsoDay(plan.until - 1) },
      });
    assertNoFieldErrors(faults);
    const row = { terms, secondAbove: input.terms.secondAbove, userId: principal.userId };
    await tx
      .insert(commissionTerms)
      .values({ planId: id, from: toIsoDay(from), ...row })
      .onConflictDoUpdate({ target: [commissionTerms.planId, commissionTerms.from], set: row });
    await note(tx, principal, id, 'terms changed', input);
  });
  return viewPlan(context, scope, principal, id);
}

/** The last month a plan pays; null: it goes on. @throws ProblemError notFound, invalidInput */
export async function endPlan(
  context: Context,
  scope: Scope,
  principal: Principal,
  id: number,
  { lastMonth }: CommissionEndInput,
): Promise<CommissionPlan> {
  const until = lastMonth === null ? null : findMonth(scope.dataset, lastMonth).to;
  await change(context, async (tx) => {
    const plan = await findOwn(tx, scope, principal, id);
    const locked = await lockedUntil(tx, scope, sql`plan_id = ${id}`);
    const faults: FieldFault[] = [];
    if (until !== null && until < locked) faults.push(lockedFault(scope, 'lastMonth', locked));
    if (until !== null && until <= plan.versions[0]!.from)
      faults.push({
        field: 'lastMonth',
        code: 'dayOutOfRange',
        params: { from: toIsoDay(plan.versions[0]!.from), to: toIsoDay(END_OF_TIME) },
      });
    // Going on must not run into a plan that came after.
    const others = await loadPlans(tx, sql`p.id <> ${id}`);
    const next = others.find(
      (other) =>
        other.payee === plan.payee &&
        other.versions[0]!.from >= plan.versions[0]!.from &&
        other.versions[0]!.from < (until ?? END_OF_TIME) &&
        (plan.payee === 'account' ? other.userId === plan.userId : other.unitId === plan.unitId),
    );
    if (next)
      faults.push({ field: 'lastMonth', code: 'plansOverlap', params: { name: next.name } });
    assertNoFieldErrors(faults);
    await tx.execute(sql`update commission_plan set until_day =
      ${until === null ? null : toIsoDay(until)} where id = ${id}`);
    await note(tx, principal, id, until === null ? 'goes on' : 'ended', { lastMonth });
  });
  return viewPlan(context, scope, principal, id);
}

/** @throws ProblemError notFound, commissionPlanInUse */
export async function removePlan(
  context: Context,
  scope: Scope,
  principal: Principal,
  id: number,
): Promise<void> {
  await change(context, async (tx) => {
    const plan = await findOwn(tx, scope, principal, id);
    if ((await lockedUntil(tx, scope, sql`plan_id = ${id}`)) > 0)
      throw new ProblemError('commissionPlanInUse', { name: plan.name });
    await tx.execute(sql`update commission_plan set removed_at = now() where id = ${id}`);
    await note(tx, principal, id, 'removed');
  });
}

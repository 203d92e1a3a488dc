import { eq, sql } from 'drizzle-orm';
import type { PlanInput, PlanMade } from '#contract/schemas/plan';
import type { Rate } from '#core/money/rate';
import type { Principal } from '../access/index';
import { recordAudit } from '../audit/record';
import type { Context } from '../context';
import type { Queryable, Transaction } from '../db/client';
import { announce } from '../db/notify';
import { plan as planTable } from '../db/tables/index';
import type { PlanRecord } from '../ledger/companyState';
import { assertNoFieldErrors, ProblemError } from '../problem';
import { findPlan, findPublished } from './access';
import { endPlan, lockDraft, lockPlan } from './lock';
import { copyTargets } from './repository';
import { labelOfYear, loadPlanSummary, type PlanCaller, refresh } from './summary';

/**
 * Starts a draft for the caller's unit and all below. @throws ProblemError invalidInput,
 * unknownPlan
 */
export async function createPlan(
  context: Context,
  caller: PlanCaller,
  input: PlanInput,
): Promise<PlanMade> {
  const { scope, principal } = caller;
  const label = labelOfYear(scope, input.year);
  const source = findSource(context, caller, input, label);
  const made = await context.db.transaction(async (tx) => {
    const rates = findRates(context, principal, source, label);
    const id = await insertPlan(tx, {
      yearLabel: label,
      name: input.name.trim(),
      unitId: principal.unitId,
      userId: principal.userId,
      note: source && `copy of ${source.name}`,
      rates,
    });
    if (id === null) assertNoFieldErrors([{ field: 'name', code: 'draftExists' }]);
    const counts = source
      ? await copyInto(tx, caller, source, { id: id!, yearLabel: label })
      : { copied: 0, omitted: 0 };
    await recordAudit(tx, [
      {
        userId: principal.userId,
        entity: 'plan',
        entityId: String(id),
        action: 'made',
        after: { ...input, ...counts },
      },
    ]);
    await announce(tx, 'plans', null);
    return { id: id!, ...counts };
  });
  await refresh(context);
  return {
    plan: await loadPlanSummary(context, caller, made.id),
    copied: made.copied,
    omitted: made.omitted,
  };
}

const MOST_NAMES = 100;

/**
 * A draft beginning as the year's published plan, under the name or, where that is taken, the name
 * with a number.
 */
export async function startDraft(
  context: Context,
  tx: Transaction,
  caller: PlanCaller,
  { yearLabel, name, note }: { yearLabel: number; name: string; note: string | null },
): Promise<PlanRecord> {
  const { unitId, userId } = caller.principal;
  const published = findPublished(context, yearLabel);
  for (let n = 1; n <= MOST_NAMES; n++) {
    const free = n === 1 ? name : `${name} (${n})`;
    const id = await insertPlan(tx, {
      yearLabel,
      name: free,
      unitId,
      userId,
      note,
      rates: findRates(context, caller.principal, published, yearLabel),
    });
    if (id === null) continue;
    if (published) await copyInto(tx, caller, published, { id, yearLabel });
    await announce(tx, 'plans', null);
    return {
      id,
      yearLabel,
      name: free,
      unitId,
      isPublished: false,
      rates: findRates(context, caller.principal, published, yearLabel),
    };
  }
  throw new ProblemError('invalidInput', {}, [{ field: 'name', code: 'draftExists' }]);
}

/** @returns the new draft's id; null when a draft of the year has this name */
async function insertPlan(
  tx: Queryable,
  {
    yearLabel,
    name,
    unitId,
    userId,
    note,
    rates,
  }: {
    yearLabel: number;
    name: string;
    unitId: number;
    userId: number;
    note: string | null;
    rates: PlanRecord['rates'];
  },
): Promise<number | null> {
  const made = await tx
    .insert(planTable)
    .values({ yearLabel, name, status: 'draft', unitId, createdBy: userId, note, rates })
    .onConflictDoNothing()
    .returning({ id: planTable.id });
  return made[0]?.id ?? null;
}

/**
 * A part of the company plans at the published plan's rates; the company's own draft begins with
 * those of its source, or with the newest.
 */
function findRates(
  context: Context,
  { unitId }: Principal,
  source: PlanRecord | null,
  yearLabel: number,
): PlanRecord['rates'] {
  const { tree, rates, currency } = context.replica.company!;
  const published = findPublished(context, yearLabel);
  if (published && unitId !== tree.root?.id) return published.rates;
  if (source && Object.keys(source.rates).length > 0) return source.rates;
  const newest = new Map<string, Rate>();
  for (const rate of rates)
    if (rate.currency !== currency && rate.from >= (newest.get(rate.currency)?.from ?? -Infinity))
      newest.set(rate.currency, rate);
  // As it would be typed: "1.16", not "1.1600000000".
  return Object.fromEntries(
    [...newest.values()].map((rate) => [rate.currency, rate.rate.replace(/\.?0+$/, '')]),
  );
}

function findSource(
  context: Context,
  { scope, principal }: PlanCaller,
  input: PlanInput,
  label: number,
): PlanRecord | null {
  if (input.from === 'empty') return null;
  if (input.from === 'plan') {
    if (input.plan === undefined)
      throw new ProblemError('invalidInput', {}, [{ field: 'plan', code: 'required' }]);
    return findPlan(context, scope, principal, input.plan);
  }
  const year = input.from === 'priorYear' ? label - 1 : label;
  const found = findPublished(context, year);
  if (!found) throw new ProblemError('noPublishedPlan', { year });
  return found;
}

/**
 * Only for units that stand in the tree in the new year; the others are counted, not dropped in
 * silence.
 */
async function copyInto(
  tx: Transaction,
  { scope, principal }: PlanCaller,
  source: PlanRecord,
  to: { id: number; yearLabel: number },
) {
  const { tree, calendar } = scope.dataset;
  const year = calendar.year(to.yearLabel);
  const active = tree.units
    .filter((unit) => tree.isActiveDuring(unit.id, year))
    .map((unit) => unit.id);
  const {
    rows: [all],
  } = await tx.execute<{ count: number }>(
    sql`select count(*) as count from target where plan_id = ${source.id} and target is not null
      and unit_id = any(${sql.param(tree.units.map((unit) => unit.id))}::int[])`,
  );
  const copied = await copyTargets(tx, source, to, active, principal.userId);
  return { copied, omitted: all!.count - copied };
}

export async function discardPlan(context: Context, caller: PlanCaller, id: number): Promise<void> {
  await context.db.transaction(async (tx) => {
    const draft = await lockDraft(context, tx, caller, id);
    await endPlan(tx, id, 'discarded', caller.principal.userId, null);
    await recordAudit(tx, [
      {
        userId: caller.principal.userId,
        entity: 'plan',
        entityId: String(id),
        action: 'discarded',
        before: { name: draft.name },
      },
    ]);
    await announce(tx, 'plans', null);
  });
  await refresh(context);
}

/**
 * Brings a discarded draft back with its targets. @throws ProblemError unknownPlan, notDiscarded,
 * invalidInput where another draft has its name now
 */
export async function restorePlan(context: Context, caller: PlanCaller, id: number): Promise<void> {
  await context.db.transaction(async (tx) => {
    const { name, status, yearLabel } = await lockPlan(context, tx, caller, id);
    if (status !== 'discarded')
      throw new ProblemError('notDiscarded', {
        name,
        status: status === 'merged' ? 'published' : status,
      });
    const { rows: others } = await tx.execute(
      sql`select 1 from plan where status = 'draft' and year_label = ${yearLabel} and lower(name) =
        lower(${name})`,
    );
    if (others.length > 0) assertNoFieldErrors([{ field: 'name', code: 'draftExists' }]);
    await tx
      .update(planTable)
      .set({ status: 'draft', endedBy: null, endedAt: null })
      .where(eq(planTable.id, id));
    // Every server has forgotten them: they are read like new ones.
    await tx.execute(sql`update target set xid = pg_current_xact_id() where plan_id = ${id}`);
    await recordAudit(tx, [
      {
        userId: caller.principal.userId,
        entity: 'plan',
        entityId: String(id),
        action: 'brought back',
        after: { name },
      },
    ]);
    await announce(tx, 'plans', null);
  });
  await refresh(context);
}

import { eq, sql } from 'drizzle-orm';
import type {
  PlanDifference,
  PlanInput,
  PlanMade,
  PlanPublication,
  PlanPublished,
  PlanSummary,
} from '#contract/schemas/plan';
import type { Rate } from '#core/money/rate';
import type { Period } from '#core/period/calendar';
import { parseDay } from '#core/period/day';
import { describeDay, describePeriod } from '#wording/period';
import type { Principal, Scope } from '../access/index';
import { mayDo } from '../access/permissions';
import { findPeriod, toUnitSummary } from '../attainment/index';
import { recordAudit } from '../audit/record';
import type { Context } from '../context';
import type { Queryable, Transaction } from '../db/client';
import { LOCKS } from '../db/locks';
import { announce } from '../db/notify';
import { plan as planTable } from '../db/tables/index';
import type { PlanRecord } from '../ledger/companyState';
import { assertNoFieldErrors, ProblemError } from '../problem';
import { findPlan, findPublished, seesPlan } from './access';
import { refuseClosed } from './closing';
import { copyTargets, loadDifference, loadPlans, mergeTargets } from './repository';
import { toPlanSummary } from './views';

export interface PlanCaller {
  scope: Scope;
  principal: Principal;
}

const SHOWN_DIFFERENCES = 5_000;

/**
 * The published plan of a year; for planners also its drafts, and what was published, replaced or
 * discarded.
 */
export async function listPlans(
  context: Context,
  { scope, principal }: PlanCaller,
  year: string,
): Promise<PlanSummary[]> {
  const state = context.replica.company!;
  const label = labelOfYear(scope, year);
  const rows = await loadPlans(context.db, sql`p.year_label = ${label}`);
  const mayPlan = mayDo(principal.role, 'plan');
  return rows
    .filter(
      (row) =>
        row.status === 'published' ||
        (mayPlan && seesPlan(scope, principal, { unitId: row.unit_id, isPublished: false }, state)),
    )
    .map((row) => toPlanSummary(row, scope, principal, state));
}

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
 * Puts a draft's targets in place of the published ones, for the draft's unit and all below it,
 * whole or from a period on. What was published before is kept as it was. Every cell that changes
 * has the note in its history.
 * @throws ProblemError notADraft (also when it was published meanwhile), monthClosed
 */
export async function publishPlan(
  context: Context,
  caller: PlanCaller,
  id: number,
  input: PlanPublication,
): Promise<PlanPublished> {
  const { scope, principal } = caller;
  const first = input.from === undefined ? null : findPeriod(scope.dataset, input.from);
  const result = await context.db.transaction(async (tx) => {
    await tx.execute(sql`select pg_advisory_xact_lock(${LOCKS.targets})`);
    const draft = await lockDraft(context, tx, caller, id);
    const published = findPublished(context, draft.yearLabel);
    const publishedId =
      published?.id ?? (await openPublished(context, tx, draft, principal.userId));
    const isMine = scope.dataset.tree.unitsUnder(draft.unitId);
    const differing = (await loadDifference(tx, id, publishedId)).filter((cell) =>
      isMine.has(cell.unitId),
    );
    const taken = differing.filter(
      (cell) => first === null || periodOf(scope, cell.periodId).from >= first.from,
    );
    refuseClosed(
      context,
      taken.map((cell) => periodOf(scope, cell.periodId)),
    );
    if (published) await keepReplaced(tx, published, principal.userId, input.note);
    const changed = await mergeTargets(tx, {
      from: id,
      into: publishedId,
      cells: taken,
      userId: principal.userId,
      reason: input.note,
    });
    await endPlan(tx, id, 'merged', principal.userId, input.note);
    const isCompany = draft.unitId === context.replica.company!.tree.root?.id;
    await tx
      .update(planTable)
      .set({
        ...(isCompany ? { note: input.note, rates: draft.rates } : {}),
        name: isCompany ? draft.name : (published?.name ?? draft.name),
      })
      .where(eq(planTable.id, publishedId));
    await recordAudit(tx, [
      {
        userId: principal.userId,
        entity: 'plan',
        entityId: String(id),
        action: 'published',
        after: { from: input.from ?? null, changed },
        reason: input.note,
      },
    ]);
    await announce(tx, 'plans', null);
    return { publishedId, changed, kept: differing.length - taken.length };
  });
  await refresh(context);
  return {
    plan: await loadPlanSummary(context, caller, result.publishedId),
    changed: result.changed,
    unchanged: result.kept,
  };
}

async function openPublished(
  context: Context,
  tx: Transaction,
  draft: PlanRecord,
  userId: number,
): Promise<number> {
  const [made] = await tx
    .insert(planTable)
    .values({
      yearLabel: draft.yearLabel,
      name: draft.name,
      status: 'published',
      unitId: context.replica.company!.tree.root!.id,
      rates: draft.rates,
      createdBy: userId,
    })
    .onConflictDoNothing()
    .returning({ id: planTable.id });
  // Somebody else's first publication of the year came between; this one is tried again on top of
  // it.
  if (!made) throw new ProblemError('unavailable');
  return made.id;
}

/**
 * What is about to be replaced, as it was: apart from what counts, and there to be compared with.
 */
async function keepReplaced(
  tx: Transaction,
  published: PlanRecord,
  userId: number,
  note: string,
): Promise<void> {
  const [kept] = await tx
    .insert(planTable)
    .values({
      yearLabel: published.yearLabel,
      name: published.name,
      status: 'replaced',
      unitId: published.unitId,
      rates: published.rates,
      createdBy: userId,
      endedBy: userId,
      endedAt: sql`now()`,
      note,
    })
    .returning({ id: planTable.id });
  await tx.execute(sql`insert into target (plan_id, unit_id, measure, period_id, target, floor,
    stretch, own, note, version, changed_by, changed_at)
    select ${kept!.id}, unit_id, measure, period_id, target, floor, stretch, own, note, version,
      changed_by, changed_at from target where plan_id = ${published.id} and target is not null`);
}

export async function lockDraft(
  context: Context,
  tx: Transaction,
  { scope, principal }: PlanCaller,
  id: number,
): Promise<PlanRecord> {
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
  if (row.status !== 'draft')
    throw new ProblemError('notADraft', {
      name: row.name,
      status: row.status === 'merged' ? 'published' : row.status,
      day: describeDay(parseDay(row.day)!),
    });
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
  };
}

async function endPlan(
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

/** Cells that differ between two plans, of what the reader may see. */
export async function viewDifference(
  context: Context,
  caller: PlanCaller,
  id: number,
  against: number | undefined,
): Promise<PlanDifference> {
  const { scope } = caller;
  const plan = await loadPlanSummary(context, caller, id);
  const other = against ?? findPublished(context, labelOfYear(scope, plan.year))?.id ?? null;
  const cells = (await loadDifference(context.db, id, other)).filter((cell) =>
    scope.sees(cell.unitId),
  );
  return {
    plan,
    against: other === null ? null : await loadPlanSummary(context, caller, other),
    count: cells.length,
    rows: cells.slice(0, SHOWN_DIFFERENCES).map((cell) => ({
      unit: toUnitSummary(scope.dataset.tree.find(cell.unitId)!),
      period: cell.periodId,
      periodName: describePeriod(periodOf(scope, cell.periodId), scope.dataset.calendar),
      measure: cell.measure,
      otherValue: cell.theirs,
      value: cell.ours,
    })),
  };
}

export async function loadPlanSummary(
  context: Context,
  { scope, principal }: PlanCaller,
  id: number,
): Promise<PlanSummary> {
  const state = context.replica.company!;
  const [row] = await loadPlans(context.db, sql`p.id = ${id}`);
  if (
    !row ||
    !seesPlan(
      scope,
      principal,
      { unitId: row.unit_id, isPublished: row.status === 'published' },
      state,
    )
  )
    throw new ProblemError('unknownPlan', { plan: id });
  return toPlanSummary(row, scope, principal, state);
}

function periodOf(scope: Scope, periodId: string): Period {
  return scope.dataset.calendar.parse(periodId)!;
}

function labelOfYear(scope: Scope, year: string): number {
  return scope.dataset.calendar.labelOf(findPeriod(scope.dataset, year).from);
}

export async function refresh(context: Context): Promise<void> {
  await context.replica.afterWrite({ company: true });
}

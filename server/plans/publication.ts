import { eq, sql } from 'drizzle-orm';
import type { PlanPublication, PlanPublished } from '#contract/schemas/plan';
import { findPeriod } from '../attainment/index';
import { recordAudit } from '../audit/record';
import type { Context } from '../context';
import type { Transaction } from '../db/client';
import { LOCKS } from '../db/locks';
import { announce } from '../db/notify';
import { plan as planTable } from '../db/tables/index';
import type { PlanRecord } from '../ledger/companyState';
import { ProblemError } from '../problem';
import { findPublished } from './access';
import { refuseClosed } from './closing';
import { endPlan, lockDraft } from './lock';
import { loadDifference, mergeTargets } from './repository';
import { loadPlanSummary, periodOf, type PlanCaller, refresh } from './summary';

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
      taken.map((cell) => ({ unitId: cell.unitId, period: periodOf(scope, cell.periodId) })),
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
  await tx.execute(sql`insert into target (plan_id, unit_id, measure, period_id, slice, target, floor,
    stretch, own, note, version, changed_by, changed_at)
    select ${kept!.id}, unit_id, measure, period_id, slice, target, floor, stretch, own, note, version,
      changed_by, changed_at from target where plan_id = ${published.id} and target is not null`);
}

import { sql } from 'drizzle-orm';
import type { FieldFault } from '#contract/errors/catalogue';
import type {
  TargetChange,
  TargetChanges,
  TargetGrid,
  TargetsSaved,
} from '#contract/schemas/target';
import { valueIn } from '#core/dataset/dataset';
import type { MeasureCode } from '#core/measure/measure';
import { toDecimal, writeDecimal } from '#core/money/amount';
import type { Period } from '#core/period/calendar';
import { priorYearOf } from '#core/period/neighbours';
import { buildCell } from '#core/targets/cell';
import type { Unit } from '#core/units/unit';
import type { Principal, Scope } from '../access/index';
import { mayDo } from '../access/permissions';
import { toMeasureRecord, toPeriodView, toUnitSummary } from '../attainment/index';
import type { Context } from '../context';
import type { Queryable } from '../db/client';
import { LOCKS } from '../db/locks';
import { announce } from '../db/notify';
import type { PlanRecord } from '../ledger/companyState';
import { loadKnownSlices } from '../lists/index';
import { findPlan, findPublished, refuseClosed } from '../plans/index';
import { assertNoFieldErrors, ProblemError } from '../problem';
import { buildTargetChecker, checkTarget, type DecimalsOf, type TargetFacts } from './check';
import {
  keyOf,
  loadStored,
  loadVersions,
  saveTargetRows,
  type StoredTarget,
  targetKey,
} from './repository';

/**
 * A unit, all below it, and every month, quarter and the year, each with where its value comes
 * from.
 */
export async function viewTargets(
  context: Context,
  scope: Scope,
  principal: Principal,
  {
    unit,
    label,
    measure,
    plan,
  }: { unit: Unit; label: number; measure: MeasureCode; plan: PlanRecord | null },
): Promise<TargetGrid> {
  const { dataset } = scope;
  const { calendar, tree, lookup } = dataset;
  const periods: Period[] = [
    ...calendar.months(label),
    ...calendar.quarters(label),
    calendar.year(label),
  ];
  const rows = listRows(scope, unit, calendar.year(label));
  const versions = await loadVersions(
    context.db,
    plan?.id ?? null,
    rows.map((row) => row.unit.id),
    measure,
    periods.map((period) => period.id),
  );
  return {
    unit: toUnitSummary(unit),
    currency: dataset.currency,
    measure: toMeasureRecord(dataset.measures.get(measure)),
    periods: periods.map((period) => toPeriodView(dataset, period)),
    canEdit: mayDo(principal.role, 'plan'),
    rows: rows.map(({ unit: each, depth }) => ({
      unit: toUnitSummary(each),
      depth,
      cells: periods.map((period) => {
        const {
          missingBelow: _,
          overAssignedShare: __,
          ...cell
        } = buildCell(lookup, each.id, period, measure);
        const priorYear = priorYearOf(calendar, period);
        return {
          ...cell,
          version: versions.get(targetKey(each.id, measure, period.id)) ?? 0,
          active: tree.isActiveDuring(each.id, period),
          priorYear: priorYear && valueIn(dataset, each.id, measure, priorYear),
        };
      }),
    })),
  };
}

function listRows(scope: Scope, unit: Unit, year: Period): { unit: Unit; depth: number }[] {
  const { tree } = scope.dataset;
  const rows: { unit: Unit; depth: number }[] = [];
  const seen = new Set<number>();
  const visit = (each: Unit, depth: number) => {
    if (seen.has(each.id)) return;
    seen.add(each.id);
    rows.push({ unit: each, depth });
    for (const child of tree.childrenDuring(each.id, year)) visit(child, depth + 1);
  };
  visit(unit, 0);
  return rows;
}

/**
 * Saves all changes or none. @throws ProblemError invalidInput with the field of each fault,
 * targetsChanged with both values of each clash
 */
export async function saveTargets(
  context: Context,
  scope: Scope,
  principal: Principal,
  input: TargetChanges,
): Promise<TargetsSaved> {
  const plan = findPlanOf(context, scope, principal, input);
  const checker = buildTargetChecker(
    scope,
    context.replica.company!.tree,
    plan?.rates ?? {},
    await loadKnownSlices(
      context.db,
      input.changes.flatMap(({ slice }) => slice?.by ?? []),
    ),
  );
  const faults: FieldFault[] = [];
  const facts: TargetFacts[] = [];
  input.changes.forEach((change, index) => {
    const checked = checkTarget(change, checker);
    if (checked.ok) facts.push(checked.facts);
    else
      faults.push(
        ...checked.faults.map((fault) => ({ ...fault, field: `changes/${index}/${fault.field}` })),
      );
  });
  assertNoFieldErrors(faults);
  refuseOtherPlan(scope, plan, input, facts);
  refuseClosed(
    context,
    facts.map(({ unit, period }) => ({ unitId: unit.id, period })),
  );
  const unique = [...new Map(facts.map((each) => [keyOf(each), each])).values()];
  const undo = await context.db.transaction(async (tx) =>
    writeTargets(tx, plan, unique, principal.userId, {
      decimalsOf: checker.decimalsOf,
      reason: input.reason?.trim() || null,
    }),
  );
  await context.replica.afterWrite();
  return { saved: unique.length, undo };
}

/**
 * The one plan that the changes belong to; null where nothing is published for the year of the
 * first.
 */
function findPlanOf(
  context: Context,
  scope: Scope,
  principal: Principal,
  input: TargetChanges,
): PlanRecord | null {
  if (input.plan !== undefined) return findPlan(context, scope, principal, input.plan);
  const period = scope.dataset.calendar.parse(input.changes[0]!.period);
  return period && findPublished(context, scope.dataset.calendar.labelOf(period.from));
}

/**
 * @throws ProblemError noPublishedPlan, reasonNeeded, invalidInput where a period lies in another
 * year
 */
function refuseOtherPlan(
  scope: Scope,
  plan: PlanRecord | null,
  input: TargetChanges,
  facts: readonly TargetFacts[],
): asserts plan is PlanRecord {
  const { calendar } = scope.dataset;
  const labelOf = (each: TargetFacts) => calendar.labelOf(each.period.from);
  if (!plan) throw new ProblemError('noPublishedPlan', { year: labelOf(facts[0]!) });
  assertNoFieldErrors(
    facts.flatMap((each, index) =>
      labelOf(each) === plan.yearLabel
        ? []
        : [
            {
              field: `changes/${index}/period`,
              code: 'otherYear' as const,
              params: { year: plan.yearLabel },
            },
          ],
    ),
  );
  if (plan.isPublished && !input.reason?.trim()) throw new ProblemError('reasonNeeded');
}

/**
 * Writes checked targets in the caller's transaction: versions compared, audit kept, everybody
 * told.
 */
export async function writeTargets(
  tx: Queryable,
  plan: PlanRecord,
  facts: readonly TargetFacts[],
  userId: number,
  {
    decimalsOf,
    reason,
    importId = null,
  }: { decimalsOf: DecimalsOf; reason: string | null; importId?: number | null },
): Promise<TargetChange[]> {
  // One writer of targets at a time: a cell that does not exist yet cannot be locked.
  await tx.execute(sql`select pg_advisory_xact_lock(${LOCKS.targets})`);
  await refuseEnded(tx, plan);
  const before = await loadStored(tx, plan.id, facts);
  const storedOf = (each: TargetFacts) => before.get(keyOf(each));
  refuseClashes(facts, storedOf, decimalsOf);
  await saveTargetRows(tx, plan, facts, { userId, reason, importId });
  await announce(
    tx,
    plan.isPublished ? 'targets' : 'drafts',
    facts.map((each) => each.unit.id),
  );
  return facts.map((each) => toUndo(each, storedOf(each), decimalsOf));
}

/** A draft may have been published or discarded since it was looked up. */
async function refuseEnded(tx: Queryable, plan: PlanRecord): Promise<void> {
  const {
    rows: [row],
  } = await tx.execute<{ status: string; day: string }>(
    sql`select status, coalesce(ended_at, created_at)::date::text as day from plan where id =
      ${plan.id} for share`,
  );
  if (row?.status === 'draft' || row?.status === 'published') return;
  throw new ProblemError('notADraft', {
    name: plan.name,
    status: row?.status === 'merged' ? 'published' : (row?.status ?? 'gone'),
    day: row?.day ?? '',
  });
}

type StoredOf = (facts: TargetFacts) => StoredTarget | undefined;

function refuseClashes(
  facts: readonly TargetFacts[],
  storedOf: StoredOf,
  decimalsOf: DecimalsOf,
): void {
  const clashes = facts.filter(
    (each) => each.version !== undefined && each.version !== (storedOf(each)?.version ?? 0),
  );
  if (clashes.length === 0) return;
  throw new ProblemError(
    'targetsChanged',
    { count: clashes.length },
    [],
    clashes.map((each) => ({
      unit: each.unit.code,
      slice: each.slice,
      period: each.period.id,
      yours: toText(each.target, each.measure, decimalsOf),
      theirs: toText(storedOf(each)?.target ?? null, each.measure, decimalsOf),
      version: storedOf(each)?.version ?? 0,
    })),
  );
}

/** The change that puts a cell back to what it was. */
function toUndo(
  each: TargetFacts,
  stored: StoredTarget | undefined,
  decimalsOf: DecimalsOf,
): TargetChange {
  const own = stored?.own ?? null;
  const text = (value: number | null | undefined) =>
    own
      ? value == null
        ? null
        : toDecimal(value, own.currency)
      : toText(value ?? null, each.measure, decimalsOf);
  const was = own ?? stored;
  return {
    unit: each.unit.code,
    period: each.period.id,
    measure: each.measure,
    ...(each.slice === null ? {} : { slice: each.slice }),
    ...(own ? { currency: own.currency } : {}),
    target: text(was?.target),
    floor: text(was?.floor),
    stretch: text(was?.stretch),
    ...(each.note !== undefined || each.target === null ? { note: stored?.note ?? null } : {}),
    version: (stored?.version ?? 0) + 1,
  };
}

export function toText(
  value: number | null,
  measure: MeasureCode,
  decimalsOf: DecimalsOf,
): string | null {
  return value === null ? null : writeDecimal(value, decimalsOf(measure)!);
}

import { sql } from 'drizzle-orm';
import type { OwnTarget } from '#contract/schemas/planGrid';
import { baseOf, type MeasureCode } from '#core/measure/measure';
import { readSlice } from '#core/targets/targetSlice';
import type { Principal, Scope } from '../access/index';
import type { Context } from '../context';
import { findPlan, refuseClosed } from '../plans/index';
import { ProblemError } from '../problem';
import { buildDecimalsOf, type TargetFacts, writeTargets } from '../targets/index';
import { findStoredMeasure } from './service';

interface Stored extends Record<string, unknown> {
  unit_id: number;
  period_id: string;
  measure: string;
  slice: string;
  target: number;
  floor: number | null;
  stretch: number | null;
  own: OwnTarget | null;
  note: string | null;
}

/**
 * Moves a plan's targets of other versions of a measure to this one: someone's decision, never a
 * side effect (GUARDS 30). Where this version has a target already, that one stays and the old one
 * goes.
 * @throws ProblemError unknownMeasure, unknownPlan, reasonNeeded, monthClosed
 */
export async function moveTargets(
  context: Context,
  caller: { scope: Scope; principal: Principal },
  code: MeasureCode,
  { plan: planId, reason }: { plan: number; reason: string },
): Promise<number> {
  const { scope, principal } = caller;
  const to = findStoredMeasure(context, code);
  const plan = findPlan(context, scope, principal, planId);
  if (plan.isPublished && reason.trim() === '') throw new ProblemError('reasonNeeded');
  const others = context.replica
    .company!.measureRecords.filter(
      (each) => baseOf(each.code) === baseOf(code) && each.code !== code,
    )
    .map((each) => each.code);
  const { rows } = await context.db.execute<Stored>(sql`
    select unit_id, period_id, measure, slice, target, floor, stretch, own, note from target
    where plan_id = ${plan.id} and target is not null and (measure = ${to.code} or measure =
      any(${sql.param(others)}::text[]))`);
  const has = new Set(
    rows
      .filter((row) => row.measure === to.code)
      .map((row) => `${row.unit_id}|${row.period_id}|${row.slice}`),
  );
  const old = rows.filter((row) => row.measure !== to.code);
  const toFacts = (row: Stored, measure: MeasureCode, isKept: boolean): TargetFacts => ({
    unit: scope.dataset.tree.find(row.unit_id)!,
    period: scope.dataset.calendar.parse(row.period_id)!,
    measure,
    slice: readSlice(row.slice),
    target: isKept ? row.target : null,
    floor: isKept ? row.floor : null,
    stretch: isKept ? row.stretch : null,
    own: isKept ? row.own : null,
    note: row.note,
    version: undefined,
  });
  const facts = old.flatMap((row) => [
    toFacts(row, row.measure, false),
    ...(has.has(`${row.unit_id}|${row.period_id}|${row.slice}`)
      ? []
      : [toFacts(row, to.code, true)]),
  ]);
  if (facts.length === 0) return 0;
  refuseClosed(
    context,
    facts.map(({ unit, period }) => ({ unitId: unit.id, period })),
  );
  await context.db.transaction((tx) =>
    writeTargets(tx, plan, facts, principal.userId, {
      decimalsOf: buildDecimalsOf(scope.dataset),
      reason: reason.trim() || `moved to ${to.name}, version ${code}`,
    }),
  );
  await context.replica.afterWrite();
  return old.length;
}

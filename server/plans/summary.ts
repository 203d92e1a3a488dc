import { sql } from 'drizzle-orm';
import type { PlanSummary } from '#contract/schemas/plan';
import type { Period } from '#core/period/calendar';
import type { Principal, Scope } from '../access/index';
import { mayDo } from '../access/permissions';
import { findPeriod } from '../attainment/index';
import type { Context } from '../context';
import { ProblemError } from '../problem';
import { seesPlan } from './access';
import { loadPlans } from './repository';
import { toPlanSummary } from './views';

export interface PlanCaller {
  scope: Scope;
  principal: Principal;
}

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

export async function loadPlanSummary(
  context: Context,
  { scope, principal }: { scope: Scope; principal: Pick<Principal, 'role' | 'unitId'> },
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

export function periodOf(scope: Scope, periodId: string): Period {
  return scope.dataset.calendar.parse(periodId)!;
}

export function labelOfYear(scope: Scope, year: string): number {
  return scope.dataset.calendar.labelOf(findPeriod(scope.dataset, year).from);
}

export async function refresh(context: Context): Promise<void> {
  await context.replica.afterWrite({ company: true });
}

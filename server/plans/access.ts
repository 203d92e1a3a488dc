import type { Principal, Scope } from '../access/index';
import { mayDo } from '../access/permissions';
import type { Context } from '../context';
import type { CompanyState, PlanRecord } from '../ledger/companyState';
import { ProblemError } from '../problem';

/**
 * A plan is there for those who plan in its unit: above it, in it, or below it. Whose rows of it
 * they see and set is the scope's matter, as everywhere. Only published targets are there for
 * everybody.
 */
export function seesPlan(
  scope: Scope,
  principal: Pick<Principal, 'role' | 'unitId'>,
  plan: { unitId: number; isPublished: boolean },
  { tree }: CompanyState,
): boolean {
  return (
    plan.isPublished ||
    (mayDo(principal.role, 'plan') &&
      (scope.sees(plan.unitId) || tree.unitsUnder(plan.unitId).has(principal.unitId)))
  );
}

/** The plan or draft, if it is the reader's to see. @throws ProblemError unknownPlan */
export function findPlan(
  context: Context,
  scope: Scope,
  principal: Principal,
  id: number,
): PlanRecord {
  const state = context.replica.company!;
  const plan = state.plans.get(id);
  if (!plan || !seesPlan(scope, principal, plan, state))
    throw new ProblemError('unknownPlan', { plan: id });
  return plan;
}

/** The published plan of a year, or null. */
export function findPublished(context: Context, yearLabel: number): PlanRecord | null {
  return (
    [...context.replica.company!.plans.values()].find(
      (plan) => plan.isPublished && plan.yearLabel === yearLabel,
    ) ?? null
  );
}

/** The same scope with a draft's targets in place of the published ones. */
export function withPlan(
  context: Context,
  scope: Scope,
  principal: Principal,
  plan: PlanRecord | null,
): Scope {
  return plan === null || plan.isPublished
    ? scope
    : { ...scope, dataset: context.replica.datasetFor(principal.unitId, plan.id) };
}

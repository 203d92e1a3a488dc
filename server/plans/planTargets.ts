import { sql } from 'drizzle-orm';
import type { PlanStatus } from '#contract/schemas/plan';
import { buildDataset, type Dataset } from '#core/dataset/dataset';
import type { Principal, Scope } from '../access/index';
import type { Context } from '../context';
import type { Queryable } from '../db/client';
import { PlanTargets } from '../ledger/planTargets';
import { loadPlanSummary } from './summary';

/** A plan whose targets figures are compared with. */
export interface ComparedPlan {
  id: number;
  name: string;
  status: PlanStatus;
  /** The reader's books with this plan's targets in place of the published ones. */
  dataset: Dataset;
}

/**
 * The reader's books with the targets of any plan that is theirs to see: a draft, or one that was
 * replaced. @throws ProblemError unknownPlan
 */
export async function findComparedPlan(
  context: Context,
  scope: Scope,
  principal: Pick<Principal, 'role' | 'unitId'>,
  id: number,
): Promise<ComparedPlan> {
  const { name, status } = await loadPlanSummary(context, { scope, principal }, id);
  const { whole, slices } = await loadPlanTargets(context.db, id);
  const targets = { targets: whole, sliceTargets: slices };
  const company = context.replica.wholeDataset;
  const dataset = buildDataset({
    ...scope.dataset,
    ...targets,
    // Targets of units above the reader's are found in the same plan.
    whole:
      scope.dataset === company || scope.dataset.whole === undefined
        ? undefined
        : buildDataset({ ...company, ...targets }),
  });
  return { id, name, status, dataset };
}

async function loadPlanTargets(db: Queryable, id: number): Promise<PlanTargets> {
  const { rows } = await db.execute<{
    unitId: number;
    measure: string;
    periodId: string;
    slice: string;
    target: number;
    floor: number | null;
    stretch: number | null;
  }>(sql`select unit_id as "unitId", measure, period_id as "periodId", slice, target, floor, stretch
    from target where plan_id = ${id} and target is not null`);
  const book = new PlanTargets();
  for (const { unitId, measure, periodId, slice, target, floor, stretch } of rows)
    book.set({ unitId, measure, periodId }, slice, { target, floor, stretch });
  return book;
}

import type { PlanSummary } from '#contract/schemas/plan';
import type { Principal, Scope } from '../access/index';
import { mayDo } from '../access/permissions';
import { toUnitSummary } from '../attainment/index';
import type { CompanyState } from '../ledger/companyState';
import type { PlanRow } from './repository';

/**
 * A plan as it is listed. Its unit may lie above the reader's own; its name is no secret to those
 * who plan below.
 */
export function toPlanSummary(
  row: PlanRow,
  scope: Scope,
  principal: Pick<Principal, 'role'>,
  { tree }: CompanyState,
): PlanSummary {
  return {
    id: row.id,
    year: `FY${row.year_label}`,
    name: row.name,
    status: row.status,
    unit: toUnitSummary(tree.find(row.unit_id)!),
    note: row.note,
    rates: row.rates,
    createdBy: row.made_by,
    createdAt: row.made_at,
    endedBy: row.ended_by,
    endedAt: row.ended_at,
    targetCount: row.cells,
    canPublish: row.status === 'draft' && mayDo(principal.role, 'plan') && scope.sees(row.unit_id),
  };
}

import type { Dataset } from '#core/dataset/dataset';
import type { Day, DaySpan } from '#core/period/day';
import type { UnitTree } from '#core/units/tree';
import type { Unit } from '#core/units/unit';
import { isClosedFor } from '../ledger/closedMonths';
import type { Replica } from '../ledger/replica';
import { ProblemError } from '../problem';
import type { Principal } from './principal';

/** What one person may see and touch, asked for every row. */
export interface Scope {
  dataset: Dataset;
  /** Everybody's tree, for rules that hold whoever asks; what is shown goes by the dataset's. */
  wholeTree: UnitTree;
  /** True for someone bound to the company itself: they also see what stands in no unit. */
  isWhole: boolean;
  /**
   * The unit, if it is theirs to see. @throws ProblemError unknownUnit: what may not be seen does
   * not exist.
   */
  findUnit(code: string): Unit;
  /** Whether all days of a span lie in months closed for the unit. */
  isClosedFor(unitId: number, span: DaySpan): boolean;
  sees(unitId: number): boolean;
  /** Whether the salesperson stood under the reader's unit on that day. */
  coversDay(salespersonId: number, day: Day): boolean;
}

/** Builds the scope of a person from the unit they are bound to. */
export function buildScope(replica: Replica, principal: Pick<Principal, 'unitId'>): Scope {
  const dataset = replica.datasetFor(principal.unitId);
  const isWhole = replica.company!.tree.root?.id === principal.unitId;
  return {
    dataset,
    wholeTree: replica.company!.tree,
    isWhole,
    findUnit(code) {
      const unit = dataset.tree.findByCode(code);
      if (!unit) throw new ProblemError('unknownUnit', { unit: code });
      return unit;
    },
    isClosedFor: (unitId, span) => {
      const { tree, closedMonths } = replica.company!;
      return isClosedFor(tree, closedMonths, unitId, span);
    },
    sees: (unitId) => dataset.tree.find(unitId) !== undefined,
    coversDay: (salespersonId, day) =>
      isWhole ||
      dataset.tree
        .membershipsOf(salespersonId)
        .some((membership) => day >= membership.from && day < membership.to),
  };
}

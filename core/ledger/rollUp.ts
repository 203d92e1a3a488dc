import type { DistinctField, TermPart } from '../measure/definition';
import type { DaySpan } from '../period/day';
import type { UnitTree } from '../units/tree';
import { DistinctCounts } from './distinctCounts';
import type { Occurrences } from './occurrences';
import type { RunningSums } from './runningSums';
import { type Lane, UnitSums } from './unitSums';

/** What a unit booked in any span of days. */
export interface RollUp {
  sum(unitId: number, part: TermPart, span: DaySpan): number;
  /**
   * How many different customers, products or locations; recounted, for those of two people may be
   * the same.
   */
  countDistinct(unitId: number, field: DistinctField, span: DaySpan): number;
  /** The same of every field at once. */
  countEachDistinct(unitId: number, span: DaySpan): Record<DistinctField, number>;
}

/** So few are added up as quickly as found. */
const FEW_LANES = 2;

/**
 * Sums a tree's units over running sums: each salesperson for the days they stood under the unit.
 * Columns are looked up once.
 */
export function buildRollUp(tree: UnitTree, sums: RunningSums, occurrences: Occurrences): RollUp {
  const distinct = new DistinctCounts(occurrences);
  const unitSums = new UnitSums(sums);
  const lanesOf = new Map<number, Lane[]>();
  const findLanes = (unitId: number): Lane[] => {
    let lanes = lanesOf.get(unitId);
    if (!lanes) {
      lanes = tree.memberSpansUnder(unitId).map(({ salespersonId, from, to }) => ({
        salespersonId,
        column: sums.columnOf(salespersonId),
        from,
        to,
      }));
      lanesOf.set(unitId, lanes);
    }
    return lanes;
  };
  return {
    sum(unitId, part, { from, to }) {
      if (to <= from) return 0;
      const lanes = findLanes(unitId);
      let total = 0;
      if (part === 'newCustomers') {
        for (const lane of lanes)
          total += occurrences.countNewCustomers(lane.salespersonId, {
            from: Math.max(from, lane.from),
            to: Math.min(to, lane.to),
          });
        return total;
      }
      const { data } = sums.blockOf(part);
      // Before the first contribution there are no rows at all.
      if (data.length === 0) return 0;
      if (lanes.length > FEW_LANES) {
        const ofUnit = unitSums.find(unitId, part, lanes);
        return ofUnit[sums.rowOf(to)]! - ofUnit[sums.rowOf(from)]!;
      }
      const [first, last] = [sums.offsetOf(from), sums.offsetOf(to)];
      for (const { column, from: start, to: end } of lanes) {
        if (start <= from && end >= to) total += data[last + column]! - data[first + column]!;
        else if (start < to && end > from)
          total +=
            data[sums.offsetOf(Math.min(end, to)) + column]! -
            data[sums.offsetOf(Math.max(start, from)) + column]!;
      }
      return total;
    },
    countDistinct: (unitId, field, span) =>
      distinct.count(unitId, tree.memberSpansUnder(unitId), span)[field],
    countEachDistinct: (unitId, span) =>
      distinct.count(unitId, tree.memberSpansUnder(unitId), span),
  };
}

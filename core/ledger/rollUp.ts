import type { Part } from '../measure/measure';
import type { DaySpan } from '../period/day';
import type { UnitTree } from '../units/tree';
import type { RunningSums } from './runningSums';

/** What a unit booked in any span of days. */
export interface RollUp {
  sum(unitId: number, part: Part, span: DaySpan): number;
}

interface Lane {
  column: number;
  from: number;
  to: number;
}

/** Sums a tree's units over running sums: each salesperson for the days they stood under the unit. Columns are looked up once. */
export function buildRollUp(tree: UnitTree, sums: RunningSums): RollUp {
  const lanesOf = new Map<number, Lane[]>();
  const findLanes = (unitId: number): Lane[] => {
    let lanes = lanesOf.get(unitId);
    if (!lanes) {
      lanes = tree.segmentsUnder(unitId).map(({ salespersonId, from, to }) => ({ column: sums.columnOf(salespersonId), from, to }));
      lanesOf.set(unitId, lanes);
    }
    return lanes;
  };
  return {
    sum(unitId, part, { from, to }) {
      if (to <= from) return 0;
      const lanes = findLanes(unitId);
      const { data } = sums.blockOf(part);
      // Before the first contribution there are no rows at all.
      if (data.length === 0) return 0;
      const [first, last] = [sums.offsetOf(from), sums.offsetOf(to)];
      let total = 0;
      for (const { column, from: start, to: end } of lanes) {
        if (start <= from && end >= to) total += data[last + column]! - data[first + column]!;
        else if (start < to && end > from) total += data[sums.offsetOf(Math.min(end, to)) + column]! - data[sums.offsetOf(Math.max(start, from)) + column]!;
      }
      return total;
    },
  };
}

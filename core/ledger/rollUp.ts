import type { DistinctField, TermPart } from '../measure/definition';
import type { Part } from '../measure/part';
import type { DaySpan } from '../period/day';
import type { UnitTree } from '../units/tree';
import { DealValues, UnitMedians } from './dealValues';
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
  /** The middle of the values of single deals; null where there are none. */
  median(unitId: number, part: Part, span: DaySpan): number | null;
  /** The same of every field at once. */
  countEachDistinct(unitId: number, span: DaySpan): Record<DistinctField, number>;
}

/** So few are added up as quickly as found. */
const FEW_LANES = 2;

/**
 * Sums a tree's units over running sums: each salesperson for the days they stood under the unit.
 * Columns are looked up once.
 * @param unitSums those of `sums`, where other trees share them
 */
export function buildRollUp(
  tree: UnitTree,
  sums: RunningSums,
  occurrences: Occurrences,
  unitSums = new UnitSums(sums),
  dealValues = new DealValues(),
): RollUp {
  const distinct = new DistinctCounts(occurrences);
  const medians = new UnitMedians(dealValues, tree);
  const lanesOf = new Map<number, readonly Lane[]>();
  const findLanes = (unitId: number): readonly Lane[] => {
    let lanes = lanesOf.get(unitId);
    if (!lanes) lanesOf.set(unitId, (lanes = unitSums.share(unitId, toLanes(tree, sums, unitId))));
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
        const ofUnit = unitSums.find(part, lanes);
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
    median: (unitId, part, span) => medians.find(unitId, part, span),
    countDistinct: (unitId, field, span) =>
      distinct.count(unitId, tree.memberSpansUnder(unitId), span)[field],
    countEachDistinct: (unitId, span) =>
      distinct.count(unitId, tree.memberSpansUnder(unitId), span),
  };
}

/**
 * Makes ready, in steps, what figures of a tree's units are found by: totals that were just read
 * anew answer the first request as quickly as the next.
 */
export function* prepareRollUp(
  tree: UnitTree,
  sums: RunningSums,
  occurrences: Occurrences,
  unitSums: UnitSums,
): Generator<void, void> {
  yield* occurrences.prepare();
  for (const { id, kind } of tree.units) {
    if (kind === 'salesperson') continue;
    const lanes = unitSums.share(id, toLanes(tree, sums, id));
    if (lanes.length > FEW_LANES)
      for (const part of sums.parts) {
        yield* unitSums.prepare(part, lanes);
        yield;
      }
  }
}

function toLanes(tree: UnitTree, sums: RunningSums, unitId: number): Lane[] {
  return tree.memberSpansUnder(unitId).map(({ salespersonId, from, to }) => ({
    salespersonId,
    column: sums.columnOf(salespersonId),
    from,
    to,
  }));
}

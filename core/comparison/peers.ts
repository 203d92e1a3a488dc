import { type Dataset, valueIn } from '../dataset/dataset';
import type { MeasureCode } from '../measure/measure';
import type { Period } from '../period/calendar';
import { type Day, dayWithin, intersect } from '../period/day';

export interface PeerAverage {
  average: number;
  /** How many have a figure, the unit itself among them. */
  count: number;
}

/** Of fewer, an average and one's own figure give the others' away. */
export const FEWEST_PEERS_TOLD = 5;
const DIGITS_TOLD = 3;

/** What is told of an average of peers: three digits of it; null of few peers. */
export function toldAverage(value: number, peers: number): number | null {
  return peers < FEWEST_PEERS_TOLD ? null : Number(value.toPrecision(DIGITS_TOLD));
}

/**
 * The mean of the units of the same level under the same parent in a period (docs/calculations.md,
 * 8); null for a unit without peers. Found in the whole company: neither a filter nor the reader's
 * rights change an average.
 */
export function peerAverageOf(
  dataset: Dataset,
  unitId: number,
  period: Period,
  measure: MeasureCode,
): PeerAverage | null {
  const company = dataset.whole ?? dataset;
  const { tree } = company;
  const kind = tree.find(unitId)?.kind;
  const parent = tree.parentOn(unitId, lastDayOf(company, unitId, period));
  if (parent === null || kind === undefined) return null;
  let [sum, count] = [0, 0];
  for (const peer of tree.childrenDuring(parent, period)) {
    const value = peer.kind === kind ? valueIn(company, peer.id, measure, period) : null;
    if (value === null) continue;
    sum += value;
    count++;
  }
  return count < 2 ? null : { average: sum / count, count };
}

/**
 * The last day of the period that counts and on which the unit stood in the tree: who left has the
 * peers of their days.
 */
function lastDayOf({ tree, asOf }: Dataset, unitId: number, period: Period): Day {
  const last = dayWithin(period, asOf);
  const days = tree
    .membershipsOf(unitId)
    .flatMap((membership) => intersect(membership, { from: period.from, to: last + 1 }) ?? []);
  return days.length === 0 ? last : Math.max(...days.map((span) => span.to - 1));
}

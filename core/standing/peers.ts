import type { MeasureCode } from '../measure/measure';
import type { Period } from '../period/calendar';
import { valueIn, type Books } from './books';

export interface PeerAverage {
  average: number;
  /** How many have a figure, the unit itself among them. */
  count: number;
}

/**
 * The mean of the units of the same level under the same parent in a period (CALCULATIONS 8); null for a unit without peers.
 * Found in the whole company: neither a filter nor the reader's rights change an average.
 */
export function peerAverageOf(books: Books, unitId: number, period: Period, measure: MeasureCode): PeerAverage | null {
  const company = books.whole ?? books;
  const { tree } = company;
  const kind = tree.find(unitId)?.kind;
  const parent = tree.parentOn(unitId, Math.max(period.from, Math.min(books.asOf, period.to - 1)));
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

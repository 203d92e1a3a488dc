const MANY_TIMES = 5;
const FAR_FROM_PEERS = 3;

export interface UnusualBeside {
  /** Result of the same period last year; 0 for none. */
  priorYear: number | null;
  /** Target of the period before; null for none. */
  before: number | null;
  /** Targets of the others of the same level under the same parent. */
  peers?: readonly number[];
}

/** What is unusual about a target: so many times another value, so small a part of it, or below it. */
export type Unusual =
  | { case: 'times' | 'partOf'; of: 'before' | 'priorYear' | 'peers'; times: number }
  | { case: 'belowPriorYear' };

/**
 * What is unusual about a target, or null: a zero too many shows as ten times the period before
 * (GUARDS 26), then what lies far from the average of the peers, then what asks for less than last
 * year's result.
 */
export function findUnusual(
  value: number,
  { priorYear, before, peers = [] }: UnusualBeside,
): Unusual | null {
  const average =
    peers.length === 0 ? null : peers.reduce((sum, peer) => sum + peer, 0) / peers.length;
  return (
    compare(value, before, 'before', MANY_TIMES) ??
    compare(value, priorYear, 'priorYear', MANY_TIMES) ??
    compare(value, average, 'peers', FAR_FROM_PEERS) ??
    (value > 0 && priorYear !== null && value < priorYear ? { case: 'belowPriorYear' } : null)
  );
}

function compare(
  value: number,
  other: number | null,
  of: 'before' | 'priorYear' | 'peers',
  times: number,
): Unusual | null {
  if (other === null || other <= 0 || value <= 0) return null;
  if (value >= other * times) return { case: 'times', of, times: Math.round(value / other) };
  if (value * times <= other) return { case: 'partOf', of, times: Math.round(other / value) };
  return null;
}

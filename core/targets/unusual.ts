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

/**
 * What is unusual about a target, in words, or null: a zero too many shows as "ten times the period
 * before" (GUARDS 26), then what lies far from the average of the peers, then what asks for less
 * than last year's result.
 */
export function describeUnusual(
  value: number,
  { priorYear, before, peers = [] }: UnusualBeside,
): string | null {
  const average =
    peers.length === 0 ? null : peers.reduce((sum, peer) => sum + peer, 0) / peers.length;
  return (
    compare(value, before, 'the period before', MANY_TIMES) ??
    compare(value, priorYear, "last year's result", MANY_TIMES) ??
    compare(value, average, 'the average of its peers', FAR_FROM_PEERS) ??
    compareBelow(value, priorYear)
  );
}

function compare(value: number, other: number | null, name: string, times: number): string | null {
  if (other === null || other <= 0 || value <= 0) return null;
  if (value >= other * times) return `${Math.round(value / other)} times ${name}`;
  if (value * times <= other) return `one ${ordinal(Math.round(other / value))} of ${name}`;
  return null;
}

function compareBelow(value: number, priorYear: number | null): string | null {
  return value > 0 && priorYear !== null && value < priorYear ? "below last year's result" : null;
}

function ordinal(n: number): string {
  const names: Record<number, string> = {
    3: 'third',
    4: 'quarter',
    5: 'fifth',
    6: 'sixth',
    7: 'seventh',
    8: 'eighth',
    9: 'ninth',
    10: 'tenth',
    100: 'hundredth',
  };
  return names[n] ?? `${n}th`;
}

import { shareOut } from '../../money/share';

/** One line of a share-out. */
export interface ShareLine {
  /** Not negative; what the share is in proportion to. */
  weight: number;
  /** A locked line keeps exactly this value. */
  locked?: number | null;
  /** The least and the most the line may get. */
  least?: number | null;
  most?: number | null;
}

export type ShareFault = 'noOpenLine' | 'belowLeast' | 'aboveMost' | 'crossedBounds';

export type SharedWithin =
  | { ok: true; parts: number[] }
  /** `bound`: the smallest or largest total that can be met. */
  | { ok: false; fault: ShareFault; bound: number | null };

/**
 * Shares a total out by largest remainder over the lines that are not locked, each within its least
 * and most (docs/calculations.md, 6). The parts always add up to the total; when the bounds cannot
 * be met nothing is shared and the reason is given. Lines that hit a bound are frozen there and the
 * rest is shared again, the side that is violated more going first, so that no line ends at a bound
 * without need. Source of the freezing: CSS Flexible Box Layout Level 1, 9.7 "Resolving Flexible
 * Lengths".
 *
 * @param total  whole number, not negative, in the smallest unit
 * @param unit  rounding unit; a bound that it does not divide is kept exactly
 * Example: `shareWithin(100, [{ weight: 1, most: 20 }, { weight: 1 }])` gives parts 20 and 80.
 */
export function shareWithin(total: number, lines: readonly ShareLine[], unit = 1): SharedWithin {
  const parts = lines.map((line) => line.locked ?? 0);
  const open = lines.flatMap((line, index) => (line.locked == null ? [index] : []));
  const rest = total - parts.reduce((sum, part) => sum + part, 0);
  const leastOf = (index: number) => lines[index]!.least ?? 0;
  const mostOf = (index: number) => lines[index]!.most ?? Infinity;
  const locked = total - rest;
  if (open.some((index) => leastOf(index) > mostOf(index)))
    return { ok: false, fault: 'crossedBounds', bound: null };
  if (open.length === 0)
    return rest === 0 ? { ok: true, parts } : { ok: false, fault: 'noOpenLine', bound: locked };
  const least = open.reduce((sum, index) => sum + leastOf(index), 0);
  const most = open.reduce((sum, index) => sum + mostOf(index), 0);
  if (rest < least) return { ok: false, fault: 'belowLeast', bound: locked + least };
  if (rest > most) return { ok: false, fault: 'aboveMost', bound: locked + most };
  shareOpen(rest, open);
  return { ok: true, parts };

  /**
   * Every round freezes at least one line, so it ends. Proportions alone find nearly all that is
   * bounded; rounding comes last.
   */
  function shareOpen(amount: number, free: number[]): void {
    for (let [left, among] = [amount, free]; among.length > 0;) {
      const weights = among.map((index) => lines[index]!.weight);
      const sum = weights.reduce((total, weight) => total + weight, 0);
      if (sum === 0) weights.fill(1);
      const scale = left / (sum || weights.length);
      let frozen = freeze(
        among,
        weights.map((weight) => weight * scale),
      );
      if (frozen.length === 0) {
        const shares = shareOut(left, weights, unit);
        frozen = freeze(among, shares);
        if (frozen.length === 0) {
          among.forEach((index, i) => (parts[index] = shares[i]!));
          return;
        }
      }
      for (const index of frozen) left -= parts[index]!;
      const gone = new Set(frozen);
      among = among.filter((index) => !gone.has(index));
    }
  }

  /**
   * Sets the lines that violate a bound more, all together, than the others violate theirs; returns
   * them.
   */
  function freeze(among: readonly number[], shares: readonly number[]): number[] {
    let lacking = 0;
    let exceeding = 0;
    among.forEach((index, i) => {
      lacking += Math.max(0, leastOf(index) - shares[i]!);
      exceeding += Math.max(0, shares[i]! - mostOf(index));
    });
    if (lacking === 0 && exceeding === 0) return [];
    return among.filter((index, i) => {
      const bound =
        lacking >= exceeding && shares[i]! < leastOf(index)
          ? leastOf(index)
          : exceeding >= lacking && shares[i]! > mostOf(index)
            ? mostOf(index)
            : null;
      if (bound !== null) parts[index] = bound;
      return bound !== null;
    });
  }
}

/**
 * Moves label positions apart so that none overlaps another, keeping their order and staying near
 * where they belong.
 */
export function declutter(
  wanted: readonly number[],
  gap: number,
  low: number,
  high: number,
): number[] {
  const order = wanted.map((_, index) => index).sort((a, b) => wanted[a]! - wanted[b]! || a - b);
  const placed = order.map((index) => Math.min(Math.max(wanted[index]!, low), high));
  for (let i = 1; i < placed.length; i++) placed[i] = Math.max(placed[i]!, placed[i - 1]! + gap);
  // What ran over the end is pushed back from there.
  for (let i = placed.length - 1, edge = high; i >= 0; i--) {
    placed[i] = Math.min(placed[i]!, edge);
    edge = placed[i]! - gap;
  }
  const result = new Array<number>(wanted.length);
  order.forEach((index, i) => (result[index] = placed[i]!));
  return result;
}

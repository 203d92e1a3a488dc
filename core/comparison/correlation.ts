/** With fewer, any two would look alike. */
export const FEWEST_CORRELATED = 6;

/**
 * How closely two figures rise and fall together over the same periods: Pearson's product-moment
 * correlation, from -1 to 1. Null for fewer than six pairs, or where one of them never changes.
 * Source: K. Pearson, Proceedings of the Royal Society 58 (1895), formula as in any textbook.
 */
export function correlationOf(pairs: readonly (readonly [number, number])[]): number | null {
  const count = pairs.length;
  if (count < FEWEST_CORRELATED) return null;
  const mean = (of: 0 | 1) => pairs.reduce((sum, pair) => sum + pair[of], 0) / count;
  const [meanX, meanY] = [mean(0), mean(1)];
  let [xx, yy, xy] = [0, 0, 0];
  for (const [x, y] of pairs) {
    xx += (x - meanX) ** 2;
    yy += (y - meanY) ** 2;
    xy += (x - meanX) * (y - meanY);
  }
  if (xx === 0 || yy === 0) return null;
  return Math.max(-1, Math.min(1, xy / Math.sqrt(xx * yy)));
}

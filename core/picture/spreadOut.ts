/**
 * In which of some columns each of a line of marks stands, so that neighbours in height are as far
 * apart as can be: the column whose last mark is farthest away, of equal ones that which was used
 * longest ago.
 */
export function spreadOut(heights: readonly number[], columns: number): number[] {
  let order = Array.from({ length: columns }, (_, column) => ({
    column,
    last: Number.NEGATIVE_INFINITY,
  }));
  return heights.map((height) => {
    const best = order.reduce((found, each) =>
      Math.abs(height - each.last) > Math.abs(height - found.last) ? each : found,
    );
    order = [...order.filter((each) => each !== best), { column: best.column, last: height }];
    return best.column;
  });
}

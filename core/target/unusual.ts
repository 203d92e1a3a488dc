const MANY_TIMES = 5;

/**
 * What is unusual about a target, in words, or null: a zero too many shows as "ten times last year" (GUARDS 26).
 * Compared with last year's result and the target of the period before, where there are such.
 */
export function describeUnusual(value: number, { lastYear, before }: { lastYear: number; before: number | null }): string | null {
  return compare(value, before, 'the period before') ?? compare(value, lastYear, "last year's result");
}

function compare(value: number, other: number | null, name: string): string | null {
  if (other === null || other <= 0 || value <= 0) return null;
  if (value >= other * MANY_TIMES) return `${Math.round(value / other)} times ${name}`;
  if (value * MANY_TIMES <= other) return `one ${ordinal(Math.round(other / value))} of ${name}`;
  return null;
}

function ordinal(n: number): string {
  const names: Record<number, string> = { 5: 'fifth', 6: 'sixth', 7: 'seventh', 8: 'eighth', 9: 'ninth', 10: 'tenth', 100: 'hundredth' };
  return names[n] ?? `${n}th`;
}

export interface Timing {
  p50: number;
  p95: number;
  p99: number;
}

export function quantile(values: readonly number[], share: number): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))]!;
}

export function toTiming(times: readonly number[]): Timing {
  return { p50: quantile(times, 0.5), p95: quantile(times, 0.95), p99: quantile(times, 0.99) };
}

/** Milliseconds of one piece of work. */
export async function time(work: () => Promise<unknown> | unknown): Promise<number> {
  const start = performance.now();
  await work();
  return performance.now() - start;
}

/** Runs work some times to warm up, then `runs` times for the record. */
export async function measure(
  work: () => Promise<unknown> | unknown,
  { warmUp, runs }: { warmUp: number; runs: number },
): Promise<Timing> {
  for (let i = 0; i < warmUp; i++) await work();
  const times: number[] = [];
  for (let i = 0; i < runs; i++) times.push(await time(work));
  return toTiming(times);
}

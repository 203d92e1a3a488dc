import { type Benchmark, BENCHMARKS } from '#contract/schemas/comparison';
import type { StepKind } from '#core/comparison/bridge';

export const SELECT =
  'touchable h-[28px] rounded-sheet border border-line bg-sheet px-2 text-[12.5px]';

export const STEP_NAMES: Readonly<Record<StepKind, string>> = {
  new: 'New',
  more: 'More',
  less: 'Less',
  lost: 'Lost',
};

export function isBenchmark(text: string): text is Benchmark {
  return (BENCHMARKS as readonly string[]).includes(text);
}

/** "3 working days ahead", "level", "year passed". */
export function describeLead(kind: 'days' | 'yearPassed' | 'none', days: number | null): string {
  if (kind === 'yearPassed') return 'all of last year passed';
  if (kind === 'none' || days === null) return 'nothing to compare';
  if (days === 0) return 'level with last year';
  const count = Math.abs(days);
  return `${count} working ${count === 1 ? 'day' : 'days'} ${days > 0 ? 'ahead' : 'behind'}`;
}

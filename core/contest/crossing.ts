import type { Day } from '../period/day';

/** What a deal adds, in the order of close date, then of recording, then of its number. */
export interface ContestStep {
  day: Day;
  /** When it was recorded: ISO 8601 in UTC with equal digits, so that texts sort as moments. */
  recordedAt: string;
  deal: number;
  amount: number;
}

/** When a goal was reached. */
export interface Crossing {
  day: Day;
  /** Empty where the measure knows days alone. */
  recordedAt: string;
}

/** A negative number where the first was reached earlier, 0 at the same moment. */
export function compareCrossings(a: Crossing, b: Crossing): number {
  return a.day - b.day || (a.recordedAt < b.recordedAt ? -1 : a.recordedAt > b.recordedAt ? 1 : 0);
}

export function orderSteps(steps: readonly ContestStep[]): ContestStep[] {
  return [...steps].sort(
    (a, b) =>
      a.day - b.day ||
      (a.recordedAt < b.recordedAt ? -1 : a.recordedAt > b.recordedAt ? 1 : 0) ||
      a.deal - b.deal,
  );
}

/**
 * The earliest moment at which the running sum had reached the goal; null where all together do
 * not: what was reached and given back is not reached (docs/calculations.md, 16).
 */
export function crossingOf(steps: readonly ContestStep[], goal: number): Crossing | null {
  let sum = 0;
  let crossing: Crossing | null = null;
  for (const { day, recordedAt, amount } of orderSteps(steps)) {
    sum += amount;
    if (sum >= goal) crossing ??= { day, recordedAt };
  }
  return sum >= goal ? crossing : null;
}

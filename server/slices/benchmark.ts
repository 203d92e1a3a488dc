import { type Benchmark, BENCHMARKS } from '#contract/schemas/comparison';
import type { Dataset, EarlierSpan } from '#core/dataset/dataset';
import type { Period } from '#core/period/calendar';
import {
  cutAtSameDate,
  cutAtSameWorkingDay,
  priorPeriodOf,
  priorYearOf,
} from '#core/period/neighbours';
import type { Unit } from '#core/units/unit';
import { findPeriod } from '../attainment/index';
import type { ComparedPlan } from '../plans/index';

/** What a period is compared with: days of another one, or its target, in this plan or another. */
export interface Against {
  benchmark: string;
  earlier: EarlierSpan | null;
  plan: ComparedPlan | null;
}

export type Point = 'date' | 'workingDay';

const isBenchmark = (text: string): text is Benchmark =>
  (BENCHMARKS as readonly string[]).includes(text);

/**
 * The days a period is compared with, cut at the point at which it stands (docs/calculations.md,
 * 10). `earlier` is null where there is no such period. @throws ProblemError unknownPeriod for a
 * chosen one that does not exist
 */
export function findBenchmark(
  dataset: Dataset,
  unit: Unit,
  period: Period,
  { against, point, plan = null }: { against: string; point: Point; plan?: ComparedPlan | null },
): Against {
  if (plan || against === 'target' || against === 'peers')
    return { benchmark: against, earlier: null, plan };
  const then = isBenchmark(against)
    ? periodOf(dataset, period, against)
    : findPeriod(dataset, against);
  if (!then) return { benchmark: against, earlier: null, plan: null };
  return {
    benchmark: against,
    plan: null,
    earlier: {
      period: then,
      span:
        point === 'date'
          ? cutAtSameDate(period, dataset.asOf, then)
          : cutAtSameWorkingDay(period, dataset.asOf, then, dataset.workingDaysOf(unit.id)),
    },
  };
}

function periodOf({ calendar }: Dataset, period: Period, benchmark: Benchmark): Period | null {
  const prior = priorPeriodOf(calendar, period);
  if (benchmark === 'priorPeriod') return prior;
  return benchmark === 'priorOfPrior'
    ? priorPeriodOf(calendar, prior)
    : priorYearOf(calendar, period);
}

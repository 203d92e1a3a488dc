import type { Pipeline } from '#contract/schemas/pipeline';
import type { WhatIf } from '#core/forecast/outlook';
import type { PipelineQuestion } from '#core/forecast/pipeline';
import { parseDay } from '#core/period/day';

/** What the worker is asked of a unit's open deals; horizons keep their order. */
export function toQuestion(
  data: Pipeline,
  countsOverdue: boolean,
  whatIf: ReadonlyMap<number, WhatIf>,
): PipelineQuestion {
  return {
    asOf: parseDay(data.asOf)!,
    countsOverdue,
    whatIf: [...whatIf],
    deals: data.deals.map(({ id, unitBelow, stage, amount, probability, expectedOn }) => ({
      id,
      unitBelow,
      stage,
      amount,
      probability,
      expectedOn: parseDay(expectedOn)!,
    })),
    horizons: data.horizons.map(({ name, isMonth, period, goal, below }) => ({
      id: `${isMonth ? 'month ' : ''}${name}`,
      from: parseDay(period.from)!,
      to: parseDay(period.lastDay)! + 1,
      goal,
      below,
    })),
  };
}

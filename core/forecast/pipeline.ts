import type { Day, DaySpan } from '../period/day';
import { type Band, bandOf } from './band';
import {
  applyWhatIf,
  dealsIn,
  type Goal,
  groupOpen,
  joinParts,
  type OpenDeal,
  type Outlook,
  outlookOf,
  type WhatIf,
} from './outlook';

/** A period with what is booked and wanted in it, for the unit and for each directly below. */
export interface Horizon extends DaySpan {
  id: string;
  goal: Goal;
  below: readonly (Goal & { unit: string })[];
}

export interface PipelineQuestion {
  asOf: Day;
  horizons: readonly Horizon[];
  deals: readonly OpenDeal[];
  countsOverdue: boolean;
  whatIf: readonly (readonly [number, WhatIf])[];
}

export interface PipelineAnswer {
  horizons: {
    id: string;
    outlook: Outlook;
    /** Between which outcomes eight of ten lie. */
    band: Band;
    /** The same without what might happen; null where nothing is supposed. */
    asIs: Outlook | null;
    below: ({ unit: string } & Outlook)[];
    stages: { key: string | null; count: number; open: number; weighted: number }[];
    dealIds: number[];
  }[];
  overdue: { count: number; open: number; weighted: number; dealIds: number[] };
}

/**
 * The whole outlook of a unit: every horizon, its units and stages. Pure and heavy: it runs in a
 * worker.
 */
export function answerPipeline({
  asOf,
  horizons,
  deals,
  countsOverdue,
  whatIf,
}: PipelineQuestion): PipelineAnswer {
  const supposed = applyWhatIf(deals, new Map(whatIf), asOf);
  const overdue = supposed.filter((deal) => deal.expectedOn < asOf);
  const [late] = groupOpen(overdue, () => null);
  return {
    horizons: horizons.map((horizon) => {
      const inside = dealsIn(supposed, horizon, asOf, countsOverdue);
      return {
        id: horizon.id,
        outlook: outlookOf(horizon.goal, inside),
        band: bandOf(
          horizon.goal.actual,
          joinParts(inside).map((deal) => ({
            amount: deal.amount,
            probability: deal.probability ?? 0,
          })),
        ),
        asIs:
          whatIf.length === 0
            ? null
            : outlookOf(horizon.goal, dealsIn(deals, horizon, asOf, countsOverdue)),
        below: horizon.below.map(({ unit, ...goal }) => ({
          unit,
          ...outlookOf(
            goal,
            inside.filter((deal) => deal.unitBelow === unit),
          ),
        })),
        stages: groupOpen(inside, (deal) => deal.stage),
        dealIds: inside.map((deal) => deal.id),
      };
    }),
    overdue: {
      count: late?.count ?? 0,
      open: late?.open ?? 0,
      weighted: late?.weighted ?? 0,
      dealIds: overdue.map((deal) => deal.id),
    },
  };
}

import type { StandingView } from '#contract/schemas/attainment';
import { parseDay } from '#core/period/day';
import { shortDay } from '#wording/period';
import { describeApplied, describeAttainment, describeGrading } from './formula';

/** What the words and grades of a standing mean, for the end of a sheet that leaves the screen. */
export function listDefinitions(view: StandingView): string[] {
  const { measure, figures, asOf, newestDay, prior, priorYear } = view;
  return [
    `${measure.name}: ${measure.description}`,
    `${measure.direction === 'lower' ? 'Limit' : 'Target'}: ${describeApplied(view)}`,
    `Attainment: ${describeAttainment(view)}.`,
    `Status: ${describeGrading(view).join(' ')} It is compared on exact values; a small ladder has as many rungs as the grade.`,
    ...(view.isCumulative && figures.elapsed.phase === 'open'
      ? [
          figures.elapsed.dueBasis === 'months'
            ? 'Pace: by the targets of its months, by working days in the running one.'
            : `Pace: by working days, ${figures.elapsed.workingDaysElapsed} of ${figures.elapsed.workingDays} gone; today is gone once its business has ended.`,
        ]
      : []),
    `Places: by attainment; arrows against ${prior.days}.${priorYear ? ` Last year: ${priorYear.days}.` : ''}`,
    `As of ${shortDay(parseDay(asOf)!, true)}; ${newestDay ? `newest deal of ${shortDay(parseDay(newestDay)!, true)}` : 'no deal booked yet'}. ${view.unassigned ? `Not in these figures: ${view.unassigned.deals} won deals whose owner stood in no unit.` : ''}`.trim(),
  ];
}

import type { StandingView } from '#contract/schemas/attainment';
import { type Display, FIRST_DISPLAY } from '#core/money/display';
import { figureUnit } from './figureUnit';
import { sayEarlierTotals } from './monthlyTotals';
import { showBelow, showDifference, showFigure, showGap } from './numbers/display';
import { formatExact, withSign } from './numbers/format';
import { showPercent } from './numbers/percent';
import { describeTarget } from './target';

/** A figure as it is shown, with how it is made. */
export interface Figure {
  key: string;
  value: string;
  exact?: string;
  label: string;
  tone?: 'good' | 'bad';
  /** How this is made: the formula with the numbers put in. */
  made: string[];
}

type Show = (value: number | null) => string;

/**
 * The figures of a standing: what is booked, wanted, ahead or behind, needed, and last year; each
 * names its dates.
 */
export function listFigures(view: StandingView, display: Display = FIRST_DISPLAY): Figure[] {
  const { figures, period, measure } = view;
  const unit = figureUnit(view);
  const whole: Show = (value) =>
    value === null ? 'none' : showFigure(round(value, unit), unit, display);
  const exact: Show = (value) => (value === null ? 'none' : formatExact(round(value, unit), unit));
  const { target } = figures;
  const isLimit = measure.direction === 'lower';
  const noun = isLimit ? 'limit' : 'target';
  return [
    {
      key: 'actual',
      value:
        figures.actual === null
          ? 'none'
          : showBelow(round(figures.actual, unit), target.value, unit, whole),
      exact: exact(figures.actual),
      label: `${verbOf(measure)}, ${figures.days}`,
      made: [
        figures.actual === null
          ? `There is nothing to compute ${measure.name} of ${view.unit.name} from, ${figures.days}.`
          : `${measure.name} of ${view.unit.name}, ${figures.days}: ${exact(figures.actual)}.`,
        measure.description,
      ],
    },
    {
      key: 'target',
      value: whole(target.value),
      exact: target.value === null ? undefined : exact(target.value),
      label:
        target.missingCount > 0
          ? `target so far, ${target.partCount - target.missingCount} of ${target.partCount} parts set`
          : `${noun}, all of ${period.name}`,
      made: [describeTarget(target, period.name)],
    },
    toDistance(view, display, exact),
    view.isCumulative ? toNeeded(view, whole, exact) : toPrior(view, whole, exact),
    toPriorYear(view, exact),
  ];
}

/** Fractions of a smallest unit are no money; those of a ratio are its own decimals' matter. */
function round(value: number, { kind }: ReturnType<typeof figureUnit>): number {
  return kind === 'money' ? Math.round(value) : value;
}

function verbOf({ code, valueKind, name, definition }: StandingView['measure']): string {
  if (code === 'deals_won') return 'won';
  return valueKind === 'money' && definition.kind === 'sum' ? 'booked' : name.toLowerCase();
}

/** How far from the target, or from what was due of it by now. */
function toDistance(
  { figures, isCumulative, measure, currency }: StandingView,
  display: Display,
  exact: Show,
): Figure {
  const unit = figureUnit({ measure, currency });
  const whole = (value: number) => showDifference(round(value, unit), unit, display);
  const { elapsed, target, gap, expectedToDate, aheadOfPace, actual } = figures;
  const isGood = (value: number) => (measure.direction === 'lower' ? value <= 0 : value >= 0);
  if (
    !isCumulative ||
    elapsed.phase === 'ended' ||
    expectedToDate === null ||
    aheadOfPace === null
  ) {
    const noun = measure.direction === 'lower' ? 'limit' : 'target';
    return {
      key: 'gap',
      value: gap === null ? '–' : withSign(gap, showGap(gap, target.value, display, whole)),
      exact: gap === null ? undefined : exact(gap),
      label:
        gap === null
          ? 'gap: no complete target'
          : gap < 0
            ? `${isCumulative ? 'short of' : 'below'} ${noun}`
            : `above ${noun}`,
      tone: gap === null ? undefined : isGood(gap) ? 'good' : 'bad',
      made: [
        gap === null
          ? 'There is no figure or no complete target, so there is no gap.'
          : `gap = ${isCumulative ? 'booked' : 'figure'} − ${noun} = ${exact(actual)} − ${exact(target.value)} = ${exact(gap)}`,
      ],
    };
  }
  return {
    key: 'ahead',
    value: withSign(Math.round(aheadOfPace), whole(aheadOfPace)),
    exact: exact(aheadOfPace),
    label: `${aheadOfPace < 0 ? 'behind' : 'ahead of'} pace, ${whole(expectedToDate)} due`,
    tone: aheadOfPace < 0 ? 'bad' : 'good',
    made: [
      elapsed.dueBasis === 'months'
        ? `due by today = target × what is due of its months: all of those that have ended, by working days of the running one = ${exact(target.value)} × ${showPercent(elapsed.dueShare)} = ${exact(expectedToDate)}`
        : `due by today = target × share of working days gone = ${exact(target.value)} × ${elapsed.workingDaysElapsed} / ${elapsed.workingDays} = ${exact(expectedToDate)}`,
      `${exact(actual)} − ${exact(expectedToDate)} = ${exact(aheadOfPace)}`,
    ],
  };
}

function toNeeded({ figures }: StandingView, whole: Show, exact: Show): Figure {
  const { elapsed, requiredDailyRate: needed, target, actual, averageDailyRate } = figures;
  const days = `${elapsed.workingDaysElapsed} of ${elapsed.workingDays} working days`;
  return {
    key: 'needed',
    value: needed === null ? '–' : whole(needed),
    exact: needed === null ? undefined : exact(needed),
    label:
      needed === null
        ? elapsed.phase === 'ended'
          ? 'the period has ended'
          : 'needed a day: not available'
        : `needed per working day, ${elapsed.workingDaysRemaining} left`,
    made: [
      needed === null
        ? 'No working day is left, or there is no complete target.'
        : `max(0, target − booked) / working days left = (${exact(target.value)} − ${exact(actual)}) / ${elapsed.workingDaysRemaining}`,
      `So far ${averageDailyRate === null ? '–' : exact(averageDailyRate)} a working day (${days}, ${showPercent(elapsed.workingDaysElapsed / elapsed.workingDays)} gone).`,
    ],
  };
}

/** What has no pace is set beside the period before. */
function toPrior({ prior }: StandingView, whole: Show, exact: Show): Figure {
  return {
    key: 'prior',
    value: whole(prior.toDate),
    exact: exact(prior.toDate),
    label: `on ${prior.days}`,
    made: [`${exact(prior.toDate)} on ${prior.days}, ${exact(prior.total)} in all of that period.`],
  };
}

function toPriorYear({ figures, priorYear, measure }: StandingView, exact: Show): Figure {
  const difference = priorYear?.difference ?? null;
  const isWorse =
    difference !== null && (measure.direction === 'lower' ? difference > 0 : difference < 0);
  return {
    key: 'priorYear',
    value: priorYear?.changeText ?? 'n/a',
    label: priorYear ? `on ${priorYear.days}` : 'last year has no such period',
    tone: isWorse ? 'bad' : undefined,
    made: !priorYear
      ? ['There is no such period in the year before.']
      : priorYear.monthlyTotals?.isUnknown
        ? [sayEarlierTotals(priorYear.monthlyTotals, exact(priorYear.total))]
        : [
            `${exact(figures.actual)} now, ${exact(priorYear.toDate)} on ${priorYear.days}${difference === null ? '' : `: ${withSign(difference, exact(difference))}`}.`,
            `All of that period came to ${exact(priorYear.total)}.`,
          ],
  };
}

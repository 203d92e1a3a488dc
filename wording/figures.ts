import type { StandingView } from '#contract/schemas/attainment';
import { type Display, FIRST_DISPLAY } from '#core/money/display';
import { figureUnit } from './figureUnit';
import { language } from './language';
import { EN_FIGURES } from './messages/en/figures';
import { messagesOf } from './messages/translate';
import { sayEarlierTotals } from './monthlyTotals';
import { showBelow, showDifference, showFigure, showGap } from './numbers/display';
import { formatExact, withSign } from './numbers/format';
import { showPercent } from './numbers/percent';
import { shippedWord } from './shipped';
import { describeTarget } from './target';

const t = messagesOf('figures', EN_FIGURES);

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
  const unit = figureUnit(view);
  const whole: Show = (value) =>
    value === null ? t('none') : showFigure(round(value, unit), unit, display);
  const exact: Show = (value) =>
    value === null ? t('none') : formatExact(round(value, unit), unit);
  return [
    toActual(view, whole, exact),
    toTarget(view, whole, exact),
    toDistance(view, display, exact),
    view.isCumulative ? toNeeded(view, whole, exact) : toPrior(view, whole, exact),
    toPriorYear(view, exact),
  ];
}

/** Fractions of a smallest unit are no money; those of a ratio are its own decimals' matter. */
function round(value: number, { kind }: ReturnType<typeof figureUnit>): number {
  return kind === 'money' ? Math.round(value) : value;
}

function toActual(view: StandingView, whole: Show, exact: Show): Figure {
  const { figures, measure, unit } = view;
  const { actual, days } = figures;
  const { code, valueKind, definition } = measure;
  const isSum = valueKind === 'money' && definition.kind === 'sum';
  const ofIt = { measure: shippedWord(measure.name), unit: unit.name, days };
  return {
    key: 'actual',
    value:
      actual === null
        ? t('none')
        : showBelow(round(actual, figureUnit(view)), figures.target.value, figureUnit(view), whole),
    exact: exact(actual),
    label: t('actual', {
      measure: code === 'deals_won' ? code : isSum ? 'sum' : 'other',
      name: language().code === 'en' ? measure.name.toLowerCase() : shippedWord(measure.name),
      days,
    }),
    made: [
      actual === null ? t('actualNone', ofIt) : t('actualMade', { ...ofIt, value: exact(actual) }),
      shippedWord(measure.description),
    ],
  };
}

function toTarget(
  { figures: { target }, measure: { direction }, period }: StandingView,
  whole: Show,
  exact: Show,
): Figure {
  return {
    key: 'target',
    value: whole(target.value),
    exact: target.value === null ? undefined : exact(target.value),
    label:
      target.missingCount > 0
        ? t('targetSoFar', {
            count: target.partCount - target.missingCount,
            parts: target.partCount,
          })
        : t('target', { direction, period: period.name }),
    made: [describeTarget(target, period.name)],
  };
}

/** How far from the target, or from what was due of it by now. */
function toDistance(view: StandingView, display: Display, exact: Show): Figure {
  const { figures, isCumulative } = view;
  const { elapsed, target, expectedToDate, aheadOfPace, actual } = figures;
  if (!isCumulative || elapsed.phase === 'ended' || expectedToDate === null || aheadOfPace === null)
    return toGap(view, display, exact);
  const unit = figureUnit(view);
  const whole = (value: number) => showDifference(round(value, unit), unit, display);
  const due = exact(expectedToDate);
  return {
    key: 'ahead',
    value: withSign(Math.round(aheadOfPace), whole(aheadOfPace)),
    exact: exact(aheadOfPace),
    label: t(aheadOfPace < 0 ? 'behindPace' : 'aheadOfPace', { due: whole(expectedToDate) }),
    tone: aheadOfPace < 0 ? 'bad' : 'good',
    made: [
      elapsed.dueBasis === 'months'
        ? t('dueByMonths', {
            target: exact(target.value),
            share: showPercent(elapsed.dueShare),
            due,
          })
        : t('dueByDays', {
            target: exact(target.value),
            gone: elapsed.workingDaysElapsed,
            days: elapsed.workingDays,
            due,
          }),
      t('aheadMade', { actual: exact(actual), due, ahead: exact(aheadOfPace) }),
    ],
  };
}

function toGap(view: StandingView, display: Display, exact: Show): Figure {
  const { figures, isCumulative, measure } = view;
  const { direction } = measure;
  const { gap, target, actual } = figures;
  if (gap === null)
    return { key: 'gap', value: '–', label: t('gapNone'), made: [t('gapNoneMade')] };
  const unit = figureUnit(view);
  const whole = (value: number) => showDifference(round(value, unit), unit, display);
  return {
    key: 'gap',
    value: withSign(gap, showGap(gap, target.value, display, whole)),
    exact: exact(gap),
    label: t(gap >= 0 ? 'gapAbove' : isCumulative ? 'gapShort' : 'gapBelow', { direction }),
    tone: (direction === 'lower' ? gap <= 0 : gap >= 0) ? 'good' : 'bad',
    made: [
      t('gapMade', {
        kind: isCumulative ? 'sum' : 'other',
        direction,
        actual: exact(actual),
        target: exact(target.value),
        gap: exact(gap),
      }),
    ],
  };
}

function toNeeded({ figures }: StandingView, whole: Show, exact: Show): Figure {
  const { elapsed, requiredDailyRate: needed, target, actual, averageDailyRate } = figures;
  const { workingDaysElapsed: gone, workingDays: days, workingDaysRemaining: left } = elapsed;
  return {
    key: 'needed',
    value: needed === null ? '–' : whole(needed),
    exact: needed === null ? undefined : exact(needed),
    label:
      needed === null
        ? t(elapsed.phase === 'ended' ? 'neededEnded' : 'neededNone')
        : t('needed', { days: left }),
    made: [
      needed === null
        ? t('neededNoneMade')
        : t('neededMade', { target: exact(target.value), actual: exact(actual), days: left }),
      t('dailyRateToDate', {
        rate: averageDailyRate === null ? '–' : exact(averageDailyRate),
        gone,
        days,
        share: showPercent(gone / days),
      }),
    ],
  };
}

/** What has no pace is set beside the period before. */
function toPrior({ prior }: StandingView, whole: Show, exact: Show): Figure {
  const { days } = prior;
  return {
    key: 'prior',
    value: whole(prior.toDate),
    exact: exact(prior.toDate),
    label: t('prior', { days }),
    made: [t('priorMade', { value: exact(prior.toDate), days, total: exact(prior.total) })],
  };
}

function toPriorYear({ figures, priorYear, measure }: StandingView, exact: Show): Figure {
  const difference = priorYear?.difference ?? null;
  const isWorse =
    difference !== null && (measure.direction === 'lower' ? difference > 0 : difference < 0);
  return {
    key: 'priorYear',
    value: priorYear?.changeText ?? t('notAvailable'),
    label: priorYear ? t('prior', { days: priorYear.days }) : t('noPriorYear'),
    tone: isWorse ? 'bad' : undefined,
    made: !priorYear
      ? [t('noPriorYearMade')]
      : priorYear.monthlyTotals?.isUnknown
        ? [sayEarlierTotals(priorYear.monthlyTotals, exact(priorYear.total))]
        : [
            t(difference === null ? 'priorYearMade' : 'priorYearDifference', {
              now: exact(figures.actual),
              then: exact(priorYear.toDate),
              days: priorYear.days,
              difference: difference === null ? '' : withSign(difference, exact(difference)),
            }),
            t('priorYearTotal', { total: exact(priorYear.total) }),
          ],
  };
}

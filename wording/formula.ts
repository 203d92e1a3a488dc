import type { StandingView } from '#contract/schemas/attainment';
import type { FigureUnit } from '#core/money/figureUnit';
import { parseDay } from '#core/period/day';
import { figureUnit } from './figureUnit';
import { language } from './language';
import { EN_FIGURES } from './messages/en/figures';
import { messagesOf } from './messages/translate';
import { formatDifference, formatExact } from './numbers/format';
import { shortDay } from './period';
import { shippedWord, statusLabel } from './shipped';
import { describeTarget } from './target';

const t = messagesOf('figures', EN_FIGURES);

/** A figure as it is, whole smallest units of money. */
export function showExact(value: number | null, unit: FigureUnit): string {
  return value === null
    ? t('none')
    : formatExact(unit.kind === 'money' ? Math.round(value) : value, unit);
}

/** "booked / target = €396,180 / €480,000 = 83% of target" */
export function describeAttainment({ figures, measure, currency }: StandingView): string {
  const unit = figureUnit({ measure, currency });
  const { direction } = measure;
  if (figures.attainmentText === null)
    return figures.actual === null
      ? t('attainmentNoFigure')
      : t('attainmentNoTarget', { direction });
  return t('attainment', {
    direction,
    measure: language().code === 'en' ? measure.name.toLowerCase() : shippedWord(measure.name),
    actual: showExact(figures.actual, unit),
    target: showExact(figures.target.value, unit),
    percent: figures.attainmentText,
  });
}

/** Which target applies and why. */
export function describeApplied({
  figures: { target },
  period,
  measure,
  currency,
}: StandingView): string {
  const applied = describeTarget(target, period.name);
  const told =
    target.missingCount > 0
      ? t('appliedMissing', { target: applied, count: target.missingCount })
      : applied;
  return target.value === null
    ? told
    : t('appliedValue', {
        value: showExact(target.value, figureUnit({ measure, currency })),
        target: told,
      });
}

/** The rule and what the next grade takes. */
export function describeGrading({ grading, figures, measure, currency }: StandingView): string[] {
  const unit = figureUnit({ measure, currency });
  const { direction } = measure;
  const { benchmark, percents, effectiveFrom, thresholds, peers, next } = grading;
  const named = t(benchmark === 'target' ? 'wholeTarget' : benchmark);
  const against =
    benchmark === 'peerAverage' && peers !== null
      ? t('peersCounted', { benchmark: named, peers })
      : named;
  const ofRule = {
    label: statusLabel(figures.status),
    rule:
      effectiveFrom === null
        ? t('standardRule')
        : t('ruleSince', { day: shortDay(parseDay(effectiveFrom)!, true) }),
  };
  return [
    thresholds === null
      ? t('nothingToCompare', ofRule)
      : t('thresholds', {
          ...ofRule,
          direction,
          of:
            percents === null
              ? t('fixedValues')
              : t('percentsOf', {
                  upper: String(percents.upper),
                  lower: String(percents.lower),
                  against,
                }),
          upper: showExact(thresholds.upper, unit),
          lower: showExact(thresholds.lower, unit),
        }),
    ...(next === null ? [] : [describeNext(next, unit, direction)]),
  ];
}

/** What the next better grade takes; differences of percents are in points. */
function describeNext(
  next: NonNullable<StandingView['grading']['next']>,
  unit: FigureUnit,
  direction: StandingView['measure']['direction'],
): string {
  return t(!next.isAtEnd ? 'next' : next.distance === 0 ? 'nextHeld' : 'nextAtEnd', {
    direction,
    label: shippedWord(next.label),
    at: showExact(next.at, unit),
    distance:
      unit.kind === 'percent'
        ? formatDifference(next.distance, unit)
        : showExact(next.distance, unit),
  });
}

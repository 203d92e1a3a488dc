import type { StandingView } from '#contract/schemas/attainment';
import type { FigureUnit } from '#core/money/figureUnit';
import { parseDay } from '#core/period/day';
import { shortDay } from '#wording/period';
import { figureUnit } from './figureUnit';
import { formatDifference, formatExact } from './numbers/format';
import { describeTarget } from './target';

const BENCHMARK_WORDS: Record<StandingView['grading']['benchmark'], string> = {
  expectedToDate: 'what was due by now',
  target: 'the whole target',
  priorPeriod: 'the period before at the same point',
  priorYear: 'the same period last year at the same point',
  peerAverage: 'the average of its peers',
};

/** A figure as it is, whole smallest units of money. */
export function showExact(value: number | null, unit: FigureUnit): string {
  return value === null
    ? 'none'
    : formatExact(unit.kind === 'money' ? Math.round(value) : value, unit);
}

/** "booked / target = €396,180 / €480,000 = 83% of target" */
export function describeAttainment({ figures, measure, currency }: StandingView): string {
  const unit = figureUnit({ measure, currency });
  const isLimit = measure.direction === 'lower';
  if (figures.attainmentText === null)
    return figures.actual === null
      ? 'There is no figure, so there is no percent.'
      : `There is no complete ${isLimit ? 'limit' : 'target'} above 0 to divide by, so there is no percent.`;
  return `attainment = ${measure.name.toLowerCase()} / ${isLimit ? 'limit' : 'target'} = ${showExact(figures.actual, unit)} / ${showExact(figures.target.value, unit)} = ${figures.attainmentText} ${isLimit ? 'of the limit' : 'of target'}`;
}

/** Which target applies and why. */
export function describeApplied({
  figures: { target },
  period,
  measure,
  currency,
}: StandingView): string {
  const value =
    target.value === null ? '' : `${showExact(target.value, figureUnit({ measure, currency }))}. `;
  return `${value}${describeTarget(target, period.name)}${target.missingCount > 0 ? ` ${target.missingCount} ${target.missingCount === 1 ? 'part is' : 'parts are'} missing, so it is not judged by.` : ''}`;
}

/** The rule and what the next grade takes. */
export function describeGrading({ grading, figures, measure, currency }: StandingView): string[] {
  const unit = figureUnit({ measure, currency });
  const { benchmark, percents, effectiveFrom, thresholds, peers, next } = grading;
  const isLower = measure.direction === 'lower';
  const from =
    effectiveFrom === null
      ? 'the standard rule'
      : `the rule since ${shortDay(parseDay(effectiveFrom)!, true)}`;
  const against =
    benchmark === 'peerAverage' && peers !== null
      ? `${BENCHMARK_WORDS[benchmark]} (${peers})`
      : BENCHMARK_WORDS[benchmark];
  const ofWhat =
    percents === null ? 'fixed values' : `${percents.upper}% and ${percents.lower}% of ${against}`;
  const steps =
    thresholds === null
      ? 'There is nothing to compare with, so there is no grade.'
      : `Thresholds at ${ofWhat}: grade 3 ${isLower ? 'up to' : 'from'} ${showExact(thresholds.upper, unit)}, grade 2 ${isLower ? 'up to' : 'from'} ${showExact(thresholds.lower, unit)}.`;
  return [
    `“${figures.status.label}” by ${from}. ${steps}`,
    ...(next === null ? [] : [describeNext(next, unit, isLower)]),
  ];
}

/** What the next better grade takes; differences of percents are in points. */
function describeNext(
  next: NonNullable<StandingView['grading']['next']>,
  unit: FigureUnit,
  isLower: boolean,
): string {
  const at = isLower
    ? `at ${showExact(next.at, unit)} or less`
    : `from ${showExact(next.at, unit)}`;
  if (next.isAtEnd && next.distance === 0)
    return `It is “${next.label}” if it still stands so when the period ends (${at}).`;
  const more = `${isLower ? 'Less' : 'More'} by ${showDistance(next.distance, unit)}`;
  return next.isAtEnd
    ? `${more}, held until the period ends, and it is “${next.label}” (${at}).`
    : `${more} and it is “${next.label}” (${at}).`;
}

function showDistance(distance: number, unit: FigureUnit): string {
  return unit.kind === 'percent' ? formatDifference(distance, unit) : showExact(distance, unit);
}

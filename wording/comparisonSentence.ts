import type { Measure } from '#core/measure/measure';
import type { FigureUnit } from '#core/money/figureUnit';
import { nameInSentence } from './nameInSentence';
import { formatDifference, formatShort } from './numbers/format';

export interface ComparisonPart {
  text: string;
  emphasis?: 'good' | 'bad';
}

export interface ComparedFigure {
  unitName: string;
  periodName: string;
  measure: Pick<Measure, 'code' | 'name' | 'direction' | 'valueKind'>;
  unit: FigureUnit;
  now: number | null;
  then: number | null;
  /** "November 2025", "target", "the target of “Second try” (draft)". */
  benchmark: string;
  isTarget: boolean;
  isPeers: boolean;
  hasBegun: boolean;
  /** Whether the other period is cut where the running one stands. */
  isCut: boolean;
}

/** A figure against another in one sentence; ahead or behind by which direction is better. */
export function describeComparison(figure: ComparedFigure): ComparisonPart[] {
  const { unitName, periodName, measure, unit, now, then, benchmark, isTarget, isCut } = figure;
  const what = measure.code === 'revenue' ? '' : ` in ${nameInSentence(measure)}`;
  const whose = `${unitName} in ${periodName}`;
  if (!figure.hasBegun)
    return [{ text: `${periodName} has not started: ${unitName} has nothing to compare yet.` }];
  if (now === null)
    return [
      { text: `${whose} has no ${nameInSentence(measure)}, so there is nothing to compare.` },
    ];
  if (then === null)
    return [
      {
        text: figure.isPeers
          ? `${whose} has ${formatShort(now, unit)}${what}; there are too few peers for their average to be told.`
          : isTarget
            ? `${whose} has ${formatShort(now, unit)}${what} and no complete ${benchmark.replace(/^the /, '')} to compare with.`
            : `${whose} has ${formatShort(now, unit)}${what}; of ${benchmark} nothing is known.`,
      },
    ];
  const difference = now - then;
  const point = isTarget
    ? `the whole ${benchmark.replace(/^the /, '')}`
    : isCut
      ? `the same point of ${benchmark}`
      : benchmark;
  if (difference === 0) return [{ text: `${whose} is level with ${point}${what}.` }];
  const isBetter = difference > 0 === (measure.direction === 'higher');
  return [
    { text: `${whose} is ` },
    {
      text: `${formatDifference(Math.abs(difference), unit)} ${difference > 0 ? 'above' : 'below'}`,
      emphasis: isBetter ? 'good' : 'bad',
    },
    { text: ` ${point}${what}.` },
  ];
}

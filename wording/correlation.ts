import type { MeasuresByMonth } from '#contract/schemas/measuresByMonth';
import { nameInSentence } from './nameInSentence';
import { upper } from './sentenceWords';

/** What is told as close or loose (common practice, no source). */
const [CLOSE, LOOSE] = [0.7, 0.4];

/** "Revenue and deals won rise and fall together: correlation 0.82 over 19 ended months. ..." */
export function describeCorrelation(
  { series }: Pick<MeasuresByMonth, 'series'>,
  { measure, value, months }: MeasuresByMonth['correlations'][number],
): string {
  const [first, other] = [series[0]!, series.find((each) => each.measure.code === measure)!].map(
    (each) => nameInSentence(each.measure),
  );
  const pair = `${upper(first!)} and ${other}`;
  if (value === null)
    return `${pair}: ${months} ended ${months === 1 ? 'month is' : 'months are'} too few to say how they go together, or one of them never changes.`;
  const how =
    Math.abs(value) < LOOSE
      ? 'hardly go together'
      : `${value > 0 ? 'rise and fall together' : 'go opposite ways'}${Math.abs(value) < CLOSE ? ' loosely' : ''}`;
  return `${pair} ${how}: correlation ${value.toFixed(2).replace('-', '−')} over ${months} ended months. That says nothing of cause.`;
}

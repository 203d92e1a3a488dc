import type { ComparisonView } from '#contract/schemas/comparison';
import type { Shown } from '../app/display';

/** The days of both sides, where the other is cut, and of which units they are. */
export function ComparedDays({ view, shown }: { view: ComparisonView; shown: Shown }) {
  return (
    <p className="text-[12px] text-soft">
      {view.days}
      {against(view, shown)}.{' '}
      {view.organisation === 'asItIsNow'
        ? 'Units as they are now: all days of who has moved are counted where they stand today.'
        : view.isReorganised && view.against.days !== null
          ? 'Units as they were: who has moved is counted where they stood on each day.'
          : ''}
    </p>
  );
}

function against(
  { against: { benchmark, name, days, isCut }, figure }: ComparisonView,
  shown: Shown,
) {
  if (days !== null) {
    const whole =
      isCut && figure.thenWhole !== null
        ? `, cut at the same point; all of ${name}: ${shown.figure(figure.thenWhole)}`
        : '';
    return ` against ${days}${whole}`;
  }
  if (benchmark === 'target') return ' against the target of the whole period';
  if (benchmark === 'peers')
    return ' against the units of the same level under the same one, to three digits';
  return benchmark.startsWith('plan:') ? ` against ${name} of the whole period` : '';
}

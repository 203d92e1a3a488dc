import type { ContestPreview } from '#contract/schemas/contest';
import { showProgress } from '#wording/contest';
import { formatPaid } from '#wording/numbers/format';
import { useShownOnce } from '../ui/useShownOnce';

/** Who would have won in the last ended round, and what it would have cost. */
export function PreviewResult({ preview }: { preview: ContestPreview }) {
  const { periodName, winners, places, cost, currency } = preview;
  const reached = places.filter(({ reachedOn }) => reachedOn !== null).length;
  const [best] = places;
  const shown = useShownOnce<HTMLElement>();
  return (
    <section
      ref={shown}
      aria-label="Preview"
      className="rounded-sheet border border-line bg-cell/40 p-3"
    >
      <h3 className="font-semibold">In {periodName}</h3>
      <ul>
        {winners.map(({ title, names }, at) => (
          <li key={at}>
            <span className="text-soft">{title || 'Award'}:</span>{' '}
            {names.length === 0 ? 'nobody' : names.join(', ')}
          </li>
        ))}
      </ul>
      <p className="text-soft">
        {reached > 0
          ? `${reached} of ${places.length} would have reached it.`
          : best && best.progress !== null
            ? `The nearest was ${best.unit.name} with ${showProgress(best.progress)}.`
            : best && best.rank !== null
              ? `${best.unit.name} was ahead.`
              : 'Nobody would have had a place.'}
        {cost > 0 && ` It would have cost ${formatPaid(cost, currency)}.`}
      </p>
    </section>
  );
}

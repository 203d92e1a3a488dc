import type { Benchmark, ComparisonView } from '#contract/schemas/comparison';
import { withSign } from '#wording/numbers/format';
import type { Shown } from '../app/display';

/**
 * The same figure against everything else it is commonly set beside: above one and below the other
 * is said, with the contrary ones first.
 */
export function OtherBenchmarks({
  view,
  shown,
  onChoose,
}: {
  view: ComparisonView;
  shown: Shown;
  onChoose(benchmark: Benchmark): void;
}) {
  const { others, measure } = view;
  if (others.length === 0) return null;
  const isBetter = (difference: number) =>
    difference === 0 ? null : difference > 0 === (measure.direction === 'higher');
  const sorted = [...others].sort((a, b) => Number(b.isContrary) - Number(a.isContrary));
  return (
    <ul aria-label="Against others" className="flex flex-wrap gap-x-5 gap-y-1 text-[12.5px]">
      {sorted.map(({ benchmark, name, days, difference, isContrary }) => (
        <li key={benchmark} className={isContrary ? 'font-semibold' : 'text-soft'}>
          {isContrary ? 'But ' : ''}
          <span
            className={
              isBetter(difference!) === null
                ? undefined
                : isBetter(difference!)
                  ? 'text-grade-3'
                  : 'text-grade-1'
            }
          >
            {withSign(difference!, shown.figure(difference!))}
          </span>{' '}
          on{' '}
          <button
            type="button"
            title={days ?? undefined}
            className="touchable underline underline-offset-2 hover:text-ink"
            onClick={() => onChoose(benchmark)}
          >
            {name}
          </button>
        </li>
      ))}
    </ul>
  );
}

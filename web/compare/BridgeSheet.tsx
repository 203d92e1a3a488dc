import type { ComparisonView } from '#contract/schemas/comparison';
import { withSign } from '#wording/numbers/format';
import { partInSentence } from '#wording/takenApart';
import type { Shown } from '../app/display';
import { classNames } from '../ui/classNames';
import { STEP_NAMES } from './compareWords';

/** More steps than this are one. */
const MOST_STEPS = 7;

interface Bar {
  name: string;
  from: number;
  to: number;
  kind: 'end' | 'up' | 'down';
}

/**
 * From then to now in steps that add up: the largest rows, then all others as one; each begins where
 * the one before it ends.
 */
export function BridgeSheet({ view, shown }: { view: ComparisonView; shown: Shown }) {
  const { figure, steps, volumePrice } = view;
  if (figure.now === null || figure.then === null || steps === null) return null;
  const bars = barsOf(view, figure.then, figure.now);
  const ends = bars.flatMap(({ from, to }) => [from, to]);
  // Steps of a few percent between two tall ends would not be seen: the scale begins near them.
  const [least, most] = [Math.min(...ends.filter((end) => end !== 0)), Math.max(...ends)];
  const span = most - least;
  const base =
    least > 0 && span < least * 0.6 ? Math.max(0, least - span * 0.35) : Math.min(0, least);
  const part = (value: number) => ((value - base) / (most - base || 1)) * 100;
  return (
    <section
      aria-label="What made the difference"
      className="min-w-0 rounded-sheet border border-line bg-sheet px-3.5 pt-2 pb-2.5"
    >
      <h2>
        What made the difference
        <span className="ml-2 text-[11.5px] font-normal text-soft">
          by {partInSentence(view.by)}
          {base > 0 && ` · scale begins at ${shown.figure(base)}`}
        </span>
      </h2>
      <ul className="mt-1.5">
        {bars.map((bar, index) => (
          <li
            key={index}
            className="grid min-h-[23px] grid-cols-[minmax(0,150px)_minmax(0,1fr)_84px] items-center gap-2 text-[12.5px]"
          >
            <span
              className={classNames('truncate', bar.kind === 'end' && 'font-semibold')}
              title={bar.name}
            >
              {bar.name}
            </span>
            <span aria-hidden className="relative block h-[13px]">
              <span
                className={classNames(
                  'absolute inset-y-0 min-w-[2px]',
                  bar.kind === 'end' ? 'bg-slate' : bar.kind === 'up' ? 'bg-grade-3' : 'bg-grade-1',
                )}
                style={{
                  left: `${part(bar.kind === 'end' ? base : Math.min(bar.from, bar.to))}%`,
                  width: `${
                    bar.kind === 'end'
                      ? part(bar.to)
                      : (Math.abs(bar.to - bar.from) / (most - base || 1)) * 100
                  }%`,
                }}
              />
            </span>
            <span
              className={classNames(
                'text-right tabular-nums',
                bar.kind === 'end'
                  ? 'font-semibold'
                  : bar.kind === 'up'
                    ? 'text-grade-3'
                    : 'text-grade-1',
              )}
            >
              {bar.kind === 'end'
                ? shown.column(bar.to)
                : withSign(bar.to - bar.from, shown.column(bar.to - bar.from))}
            </span>
          </li>
        ))}
      </ul>
      <p className="mt-1.5 text-[12px] text-soft">
        {(['new', 'more', 'less', 'lost'] as const)
          .filter((kind) => steps[kind] !== 0)
          .map(
            (kind) => `${STEP_NAMES[kind]} ${withSign(steps[kind]!, shown.figure(steps[kind]!))}`,
          )
          .join(' · ')}
        {volumePrice && (
          <>
            <br />
            {volumePrice.deals} deals against {volumePrice.dealsThen}: their number{' '}
            {withSign(volumePrice.volume, shown.figure(volumePrice.volume))}, their average{' '}
            {withSign(volumePrice.price, shown.figure(volumePrice.price))}.
          </>
        )}
      </p>
    </section>
  );
}

function barsOf(
  { rows, remainder, against, period }: ComparisonView,
  then: number,
  now: number,
): Bar[] {
  const steps = rows.filter((row) => (row.difference ?? 0) !== 0);
  const shown = steps.slice(0, steps.length > MOST_STEPS ? MOST_STEPS - 1 : MOST_STEPS);
  const bars: Bar[] = [{ name: against.name, from: 0, to: then, kind: 'end' }];
  let at = then;
  const step = (name: string, difference: number) => {
    if (difference === 0) return;
    bars.push({ name, from: at, to: at + difference, kind: difference > 0 ? 'up' : 'down' });
    at += difference;
  };
  for (const row of shown) step(row.name, row.difference!);
  const others = steps.length - shown.length + (remainder?.count ?? 0);
  step(`All others (${others})`, now - at);
  bars.push({ name: period.name, from: 0, to: now, kind: 'end' });
  return bars;
}

import type { ComparisonView } from '#contract/schemas/comparison';
import type { Shown } from '../app/display';

/** Fiscal years one under the other: up to the same point, and whole. */
export function YearsSheet({ years, shown }: { years: ComparisonView['years']; shown: Shown }) {
  if (years.length < 2) return null;
  const most = Math.max(1, ...years.map(({ total }) => total ?? 0));
  const width = (value: number | null) => `${(Math.max(0, value ?? 0) / most) * 100}%`;
  const finished = years.filter(({ isRunning, total }) => !isRunning && total !== null);
  const best = finished.length > 1 ? Math.max(...finished.map(({ total }) => total!)) : null;
  return (
    <section
      aria-label="Year by year"
      className="min-w-0 rounded-sheet border border-line bg-sheet px-3.5 pt-2 pb-2.5"
    >
      <h2>
        Year by year
        <span className="ml-2 text-[11.5px] font-normal text-soft">
          dark: up to the same point, pale: the whole year
        </span>
      </h2>
      <ul className="mt-1.5">
        {years.map(({ id, name, total, toDate, isRunning }) => (
          <li
            key={id}
            className="grid min-h-[25px] grid-cols-[72px_minmax(0,1fr)_84px_84px] items-center gap-2 text-[12.5px]"
          >
            <span className={isRunning ? 'font-semibold' : undefined}>{name}</span>
            <span aria-hidden className="relative block h-[13px]">
              <span
                className="absolute inset-y-0 left-0 bg-track"
                style={{ width: width(total) }}
              />
              <span className="absolute inset-y-0 left-0 bg-now" style={{ width: width(toDate) }} />
            </span>
            <span className="text-right tabular-nums">
              {toDate === null ? '–' : shown.column(toDate)}
            </span>
            <span className="text-right text-soft tabular-nums">
              {isRunning ? 'so far' : total === null ? '–' : shown.column(total)}
              {total !== null && total === best && !isRunning && ' ▲'}
            </span>
          </li>
        ))}
      </ul>
      {best !== null && <p className="mt-1 text-[11.5px] text-soft">▲ best finished year</p>}
    </section>
  );
}

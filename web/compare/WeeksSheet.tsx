import type { ComparisonView } from '#contract/schemas/comparison';
import { changeOf } from '#core/comparison/change';
import { showChange } from '#wording/numbers/percent';
import { WEEKDAYS } from '../app/calendarWords';
import type { Shown } from '../app/display';

const CELL = 'px-1.5 py-1 text-right whitespace-nowrap';

/** The weeks of a period against each other and the other period's, and what a weekday brings. */
export function WeeksSheet({
  weeks: { weeks, weekdays },
  then,
  shown,
}: {
  weeks: NonNullable<ComparisonView['weeks']>;
  /** What it is compared with: "November 2025"; null for a target, which has no weeks. */
  then: string | null;
  shown: Shown;
}) {
  const largest = Math.max(1, ...weeks.flatMap((week) => [week.now ?? 0, week.then ?? 0]));
  const show = (value: number | null) => (value === null ? '–' : shown.column(Math.round(value)));
  // A day nobody works and nothing was sold on says nothing.
  const rows = weekdays.filter(({ now, then: other }) => now.days > 0 || (other?.days ?? 0) > 0);
  return (
    <section
      aria-labelledby="weeks-heading"
      className="rounded-sheet border border-line bg-sheet px-3.5 py-2.5"
    >
      <h2 id="weeks-heading">Weeks and weekdays</h2>
      <div className="grid grid-cols-2 gap-x-6 gap-y-3 max-desk:grid-cols-1">
        <div className="overflow-x-auto">
          <table className="w-full text-[12.5px]">
            <caption className="sr-only">Weeks</caption>
            <thead className="text-soft">
              <tr>
                <th scope="col" className="py-1 text-left font-medium">
                  Week
                </th>
                <th scope="col" className={`${CELL} font-medium`}>
                  Now
                </th>
                {then && (
                  <th scope="col" className={`${CELL} font-medium`}>
                    {then}
                  </th>
                )}
                <td className="w-[30%]" />
              </tr>
            </thead>
            <tbody>
              {weeks.map((week) => (
                <tr key={week.days} className="border-t border-line/70">
                  <th scope="row" className="py-1 text-left font-normal whitespace-nowrap">
                    {week.days}
                    {week.isRunning && <span className="text-soft"> so far</span>}
                  </th>
                  <td className={`${CELL} font-semibold`}>{show(week.now)}</td>
                  {then && (
                    <td className={`${CELL} text-soft`} title={week.daysThen ?? undefined}>
                      {show(week.then)}
                    </td>
                  )}
                  <td className="pl-2">
                    <span
                      aria-hidden
                      className="block h-[6px] bg-now"
                      style={{ width: `${(Math.max(0, week.now ?? 0) / largest) * 100}%` }}
                    />
                    {then && (
                      <span
                        aria-hidden
                        className="mt-px block h-[4px] bg-cell"
                        style={{ width: `${(Math.max(0, week.then ?? 0) / largest) * 100}%` }}
                      />
                    )}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
        <div className="overflow-x-auto">
          <table className="w-full text-[12.5px]">
            <caption className="sr-only">Average of each weekday</caption>
            <thead className="text-soft">
              <tr>
                <th scope="col" className="py-1 text-left font-medium">
                  Average of a
                </th>
                <th scope="col" className={`${CELL} font-medium`}>
                  Now
                </th>
                {then && (
                  <>
                    <th scope="col" className={`${CELL} font-medium`}>
                      {then}
                    </th>
                    <th scope="col" className={`${CELL} font-medium`}>
                      Change
                    </th>
                  </>
                )}
              </tr>
            </thead>
            <tbody>
              {rows.map(({ weekday, now, then: other }) => {
                const { share } = changeOf(now.average, other?.average ?? null);
                return (
                  <tr key={weekday} className="border-t border-line/70">
                    <th scope="row" className="py-1 text-left font-normal">
                      {WEEKDAYS[weekday - 1]}
                    </th>
                    <td className={`${CELL} font-semibold`}>
                      {show(now.average)}{' '}
                      <span className="font-normal text-soft">× {now.days}</span>
                    </td>
                    {then && (
                      <>
                        <td className={`${CELL} text-soft`}>
                          {show(other?.average ?? null)} × {other?.days ?? 0}
                        </td>
                        <td className={CELL}>{share === null ? '–' : showChange(share)}</td>
                      </>
                    )}
                  </tr>
                );
              })}
            </tbody>
          </table>
        </div>
      </div>
      <p className="mt-1 text-[12px] text-soft">
        × how many of them there were; a day nobody works counts only where something was sold.
      </p>
    </section>
  );
}

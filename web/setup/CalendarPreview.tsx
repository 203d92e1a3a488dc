import type { FiscalCalendar, Period } from '#core/period/calendar';
import type { Day } from '#core/period/day';
import { describeSpan, shortPeriod } from '#wording/period';

const YEARS = 3;

/** The next three years as they would be, and which periods of this year would have other days. */
export function CalendarPreview({
  now,
  then,
  today,
}: {
  now: FiscalCalendar;
  then: FiscalCalendar;
  today: Day;
}) {
  const first = then.labelOf(today);
  const labels = Array.from({ length: YEARS }, (_, i) => first + i);
  const moved = then.months(first).filter((month) => {
    const before = now.parse(month.id);
    return before?.from !== month.from || before.to !== month.to;
  });
  const weeks = ({ from, to }: Period) => (to - from) / 7;
  return (
    <div>
      <p className="mb-1.5" role="status">
        {moved.length === 0
          ? `Nothing moves in FY ${first}.`
          : `${moved.length} of the 12 periods of FY ${first} get other days. Their targets stay with their numbers; deals keep their days and count in the period that holds them.`}
      </p>
      <table className="w-full text-[12px]">
        <caption className="pb-1 text-left text-soft">The next three years</caption>
        <thead>
          <tr className="text-left text-soft">
            {[
              'Year',
              'From – to',
              ...then.months(first).map((month) => shortPeriod(month, then)),
            ].map((name) => (
              <th key={name} scope="col" className="border-b border-line px-1 py-1 font-medium">
                {name}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {labels.map((label) => (
            <tr key={label} className="align-top">
              <th
                scope="row"
                className="border-b border-line px-1 py-1 text-left font-medium whitespace-nowrap"
              >
                FY {label}
                {then.rule.kind === 'week' && (
                  <span className="block font-normal text-soft">
                    {weeks(then.year(label))} weeks
                  </span>
                )}
              </th>
              <td className="border-b border-line px-1 py-1">
                {describeSpan(then.year(label), true)}
              </td>
              {then.months(label).map((month) => (
                <td
                  key={month.id}
                  className="border-b border-line px-1 py-1 whitespace-nowrap"
                  title={describeSpan(month, true)}
                >
                  {then.rule.kind === 'week' ? weeks(month) : month.to - month.from}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      <p className="mt-1 text-[12px] text-soft">
        In the columns: {then.rule.kind === 'week' ? 'weeks' : 'days'} of each period; its dates are
        in the title.
      </p>
    </div>
  );
}

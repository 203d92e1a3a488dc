import { Link } from 'react-router';
import type { ComparisonView } from '#contract/schemas/comparison';
import { textOf } from '../charts/status';
import { StatusMark } from '../charts/StatusMark';
import { classNames } from '../ui/classNames';

/** The units below by the months of the year: one rule everywhere, the running month looks unfinished. */
export function StatusByMonth({
  of: { months, rows, statuses },
  linkOf,
}: {
  of: ComparisonView['statusByMonth'];
  linkOf(unit: string, period: string): string;
}) {
  if (months.length === 0) return null;
  return (
    <section
      aria-label="Status by month"
      className="overflow-x-auto rounded-sheet border border-line bg-sheet px-3.5 pt-2 pb-2"
      tabIndex={0}
    >
      <h2>
        Status by month
        <span className="ml-2 text-[11.5px] font-normal text-soft">
          attainment of the months that have begun
        </span>
      </h2>
      <table className="mt-1 w-full text-[12.5px]">
        <thead>
          <tr className="border-b border-line text-[11.5px] text-soft">
            <th scope="col" className="sticky left-0 bg-sheet text-left font-normal">
              Unit
            </th>
            {months.map(({ id, name, isRunning }) => (
              <th
                key={id}
                scope="col"
                className="px-1 py-1 text-center font-normal whitespace-nowrap"
              >
                {name}
                {isRunning && ' so far'}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map(({ unit, cells }, index) => (
            <tr
              key={unit.code}
              className={classNames('border-b border-line/60', index === 0 && 'font-semibold')}
            >
              <th
                scope="row"
                className="sticky left-0 max-w-[160px] truncate bg-sheet py-[5px] pr-2 text-left font-[inherit]"
              >
                {unit.name}
              </th>
              {cells.map(({ status, attainmentText }, month) => (
                <td key={months[month]!.id} className="px-1 text-center">
                  <Link
                    to={linkOf(unit.code, months[month]!.id)}
                    className={classNames(
                      'inline-flex min-h-[24px] items-center gap-1.5 whitespace-nowrap hover:underline',
                      textOf(statuses[status]!),
                      months[month]!.isRunning && 'italic',
                    )}
                  >
                    <StatusMark status={statuses[status]!} />
                    {attainmentText ?? '–'}
                  </Link>
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

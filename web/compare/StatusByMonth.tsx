import { useState } from 'react';
import { Link } from 'react-router';
import type { ComparisonView, TakenApartBy } from '#contract/schemas/comparison';
import { nameOfPart } from '#wording/takenApart';
import { textOf } from '../charts/status';
import { StatusMark } from '../charts/StatusMark';
import { NoteFlag } from '../figures/notes/NoteFlag';
import type { NotedPoint } from '../figures/notes/ShownNotes';
import { classNames } from '../ui/classNames';

type ByMonth = ComparisonView['statusByMonth'];
type Cells = ByMonth['rows'][number]['cells'];

/**
 * The units below by the months of the year, and what has targets of its own: one rule everywhere,
 * the running month looks unfinished.
 */
export function StatusByMonth({
  of,
  by,
  linkOf,
  sliceLinkOf,
}: {
  of: ByMonth;
  by: TakenApartBy;
  linkOf(unit: string, period: string): string;
  sliceLinkOf(period: string): string;
}) {
  const [isNumbered, setNumbered] = useState(true);
  const { months, rows, slices } = of;
  if (months.length === 0) return null;
  return (
    <section
      aria-label="Status by month"
      className="overflow-x-auto rounded-sheet border border-line bg-sheet px-3.5 pt-2 pb-2"
      tabIndex={0}
    >
      <div className="flex flex-wrap items-center justify-between gap-2">
        <h2>
          Status by month
          <span className="ml-2 text-[11.5px] font-normal text-soft">
            attainment of the months that have begun
          </span>
        </h2>
        <label className="flex items-center gap-1.5 text-[12.5px]">
          <input
            type="checkbox"
            checked={isNumbered}
            onChange={(event) => setNumbered(event.target.checked)}
          />
          Numbers
        </label>
      </div>
      <Grid
        heading="Unit"
        of={of}
        isNumbered={isNumbered}
        rows={rows.map(({ unit, cells }) => ({
          key: unit.code,
          name: unit.name,
          cells,
          about: { unit: unit.code },
          linkOf: (period) => linkOf(unit.code, period),
        }))}
        hasTotal
      />
      {slices.length > 0 && (
        <Grid
          heading={nameOfPart(by)}
          of={of}
          isNumbered={isNumbered}
          rows={slices.map((slice) => ({
            ...slice,
            about: { slice: { by, key: slice.key } },
            linkOf: sliceLinkOf,
          }))}
        />
      )}
    </section>
  );
}

interface GridRow {
  key: string;
  name: string;
  cells: Cells;
  /** What notes are about that belong to it. */
  about: NotedPoint;
  linkOf(period: string): string;
}

function Grid({
  heading,
  of: { months, statuses },
  rows,
  isNumbered,
  hasTotal = false,
}: {
  heading: string;
  of: ByMonth;
  rows: readonly GridRow[];
  isNumbered: boolean;
  /** The first row is what the others make. */
  hasTotal?: boolean;
}) {
  return (
    <table className="mt-1 w-full text-[12.5px]">
      <thead>
        <tr className="border-b border-line text-[11.5px] text-soft">
          <th scope="col" className="sticky left-0 bg-sheet text-left font-normal">
            {heading}
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
        {rows.map(({ key, name, cells, about, linkOf }, index) => (
          <tr
            key={key}
            className={classNames(
              'border-b border-line/60',
              hasTotal && index === 0 && 'font-semibold',
            )}
          >
            <th
              scope="row"
              className="sticky left-0 w-[160px] max-w-[160px] truncate bg-sheet py-[5px] pr-2 text-left font-[inherit]"
            >
              {name}
            </th>
            {cells.map(({ status, attainmentText }, month) => {
              const text = attainmentText ?? '–';
              return (
                <td key={months[month]!.id} className="px-1 text-center [&>button]:inline-grid">
                  <Link
                    to={linkOf(months[month]!.id)}
                    title={isNumbered ? undefined : text}
                    className={classNames(
                      'inline-flex min-h-[24px] items-center gap-1.5 whitespace-nowrap hover:underline',
                      textOf(statuses[status]!),
                      months[month]!.isRunning && 'italic',
                    )}
                  >
                    <StatusMark status={statuses[status]!} />
                    <span className={isNumbered ? undefined : 'sr-only'}>{text}</span>
                  </Link>
                  <NoteFlag {...about} period={months[month]!.id} />
                </td>
              );
            })}
          </tr>
        ))}
      </tbody>
    </table>
  );
}

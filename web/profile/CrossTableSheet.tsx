import { useState } from 'react';
import { Link, useLocation } from 'react-router';
import { CROSSED_MEASURES, type CrossedBy, type CrossTable } from '#contract/schemas/crossTable';
import { toMajor } from '#core/money/figureUnit';
import { figureUnit } from '#wording/figureUnit';
import { headingOf, nameOfPart } from '#wording/takenApart';
import { useShown } from '../app/display';
import { FailureNote } from '../app/FailureNote';
import { placeLink } from '../app/placeLink';
import { SaveTable } from '../figures/SaveTable';
import { classNames } from '../ui/classNames';
import { Loading } from '../ui/Loading';
import { Segments } from '../ui/Segments';
import { useGetCrossTableQuery } from './api';

const WHOM = ['customer', 'customerGroup', 'location'] as const satisfies readonly CrossedBy[];
const WHAT = ['category', 'product', 'source'] as const satisfies readonly CrossedBy[];
type Whom = (typeof WHOM)[number];
type What = (typeof WHAT)[number];

const FIRST_ROWS = 8;
const [NAME_WIDTH, LEAST_WIDTH] = [190, 88];
const CELL = 'px-2 py-[3px] text-right tabular-nums whitespace-nowrap';
/** The darkest shade, of the largest cell, in percent: text over it stays readable. */
const DARKEST = 34;

interface CrossTableSheetProps {
  unit: string;
  period: string;
  measure: string;
}

/** What was sold to whom, or where: every cell leads to its deals. */
export function CrossTableSheet({ unit, period, measure }: CrossTableSheetProps) {
  const [whom, setWhom] = useState<Whom>('customer');
  const [what, setWhat] = useState<What>('category');
  const crossed = CROSSED_MEASURES.find((code) => code === measure);
  const { currentData, error, refetch } = useGetCrossTableQuery({
    unit,
    period,
    rows: whom,
    columns: what,
    ...(crossed ? { measure: crossed } : {}),
  });
  return (
    <section
      aria-label="What to whom"
      className="min-w-0 rounded-sheet border border-line bg-sheet px-3.5 py-2"
    >
      <div className="flex flex-wrap items-center justify-between gap-2">
        <h2>
          {whom === 'location' ? 'What where' : 'What to whom'}
          {currentData && (
            <span className="ml-2 text-[11.5px] font-normal text-soft">
              {currentData.measure.name}, {currentData.period.name}
            </span>
          )}
          {currentData && <Save view={currentData} whom={whom} />}
        </h2>
        <div className="flex flex-wrap gap-2">
          <Segments<Whom>
            label="Rows"
            options={WHOM.map((by): readonly [Whom, string] => [by, headingOf(by)])}
            value={whom}
            onChange={setWhom}
          />
          <Segments<What>
            label="Columns"
            options={WHAT.map((by): readonly [What, string] => [by, headingOf(by)])}
            value={what}
            onChange={setWhat}
          />
        </div>
      </div>
      {error ? (
        <FailureNote failure={error} onRetry={() => void refetch()} />
      ) : !currentData ? (
        <Loading what="the table" />
      ) : currentData.rows.length === 0 ? (
        <p className="mt-1 text-soft">Nothing is booked on these days.</p>
      ) : (
        <Cells view={currentData} whom={whom} what={what} />
      )}
    </section>
  );
}

function Cells({ view, whom, what }: { view: CrossTable; whom: Whom; what: What }) {
  const [isWhole, setWhole] = useState(false);
  const { search } = useLocation();
  const shown = useShown(figureUnit(view));
  const { rows, columns, cells, total } = view;
  const hidden = isWhole ? 0 : Math.max(0, rows.length - FIRST_ROWS);
  const most = Math.max(1, ...cells.flat());
  // Of a row and a column that are one thing each; the table of deals knows no customer groups.
  const linkOf = (row: CrossTable['rows'][number], column: CrossTable['rows'][number]) => {
    const filters = [
      [whom, row],
      [what, column],
    ] as const;
    if (whom === 'customerGroup' || filters.some(([, { key }]) => key === null || key === '0'))
      return null;
    const params = filters.map(([by, { name }]) => `&${by}=${encodeURIComponent(name)}`).join('');
    const at = placeLink(search, { unit: view.unit.code, period: view.period.id });
    return `/deals${at}&status=won${params}`;
  };
  return (
    <div className="overflow-x-auto" tabIndex={0} role="region" aria-label="What to whom, table">
      <table
        className="mt-1 w-full table-fixed text-[12px]"
        style={{ minWidth: NAME_WIDTH + (columns.length + 1) * LEAST_WIDTH }}
      >
        <colgroup>
          <col style={{ width: NAME_WIDTH }} />
        </colgroup>
        <thead>
          <tr className="border-b border-line text-[11.5px] text-soft">
            <th scope="col" className="sticky left-0 bg-sheet py-1 text-left font-normal">
              {nameOfPart(whom)}
            </th>
            {columns.map((column) => (
              <th
                key={column.key ?? 'others'}
                scope="col"
                title={nameOf(column)}
                className={classNames(CELL, 'truncate font-normal')}
              >
                {nameOf(column)}
              </th>
            ))}
            <th scope="col" className={classNames(CELL, 'font-semibold')}>
              All
            </th>
          </tr>
        </thead>
        <tbody>
          {rows.slice(0, rows.length - hidden).map((row, down) => (
            <tr key={row.key ?? 'others'} className="border-b border-line/60">
              <th
                scope="row"
                className="sticky left-0 max-w-[190px] truncate bg-sheet py-[3px] pr-2 text-left font-normal"
              >
                {nameOf(row)}
              </th>
              {columns.map((column, across) => {
                const value = cells[down]![across]!;
                const to = linkOf(row, column);
                return (
                  <td
                    key={column.key ?? 'others'}
                    className={CELL}
                    style={{
                      background: `color-mix(in srgb, var(--now) ${Math.round((Math.max(0, value) / most) * DARKEST)}%, transparent)`,
                    }}
                  >
                    {value === 0 ? (
                      <span className="text-soft">–</span>
                    ) : to === null ? (
                      shown.column(value)
                    ) : (
                      <Link
                        to={to}
                        className="inline-block min-h-[24px] leading-[24px] hover:underline"
                        aria-label={`${row.name}, ${column.name}: ${shown.figure(value)}, its deals`}
                      >
                        {shown.column(value)}
                      </Link>
                    )}
                  </td>
                );
              })}
              <td className={classNames(CELL, 'font-semibold')}>{shown.column(row.total)}</td>
            </tr>
          ))}
        </tbody>
        <tfoot>
          <tr className="font-semibold">
            <th scope="row" className="sticky left-0 bg-sheet py-[3px] text-left font-semibold">
              All
            </th>
            {columns.map((column) => (
              <td key={column.key ?? 'others'} className={CELL}>
                {shown.column(column.total)}
              </td>
            ))}
            <td className={CELL}>{shown.column(total)}</td>
          </tr>
        </tfoot>
      </table>
      {hidden > 0 && (
        <button
          type="button"
          className="touchable pt-1 text-[12px] underline"
          onClick={() => setWhole(true)}
        >
          Show {hidden} more {hidden === 1 ? 'row' : 'rows'}
        </button>
      )}
    </div>
  );
}

function nameOf({ key, name, count }: CrossTable['rows'][number]): string {
  return key === null ? `${name} (${count})` : name;
}

function Save({ view, whom }: { view: CrossTable; whom: Whom }) {
  const unit = figureUnit(view);
  return (
    <SaveTable
      name={`What to whom of ${view.unit.name}, ${view.period.name}`}
      columns={[nameOfPart(whom), ...view.columns.map(nameOf), 'all']}
      rows={() =>
        view.rows.map((row, down) => [
          nameOf(row),
          ...view.cells[down]!.map((value) => toMajor(value, unit)),
          toMajor(row.total, unit),
        ])
      }
    />
  );
}

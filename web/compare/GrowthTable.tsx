import { useState } from 'react';
import { Link } from 'react-router';
import type { ComparedRow, ComparisonView, TakenApartBy } from '#contract/schemas/comparison';
import { toMajor } from '#core/money/figureUnit';
import { figureUnit } from '#wording/figureUnit';
import { describeNotes } from '#wording/note';
import { withSign } from '#wording/numbers/format';
import { nameOfPart } from '#wording/takenApart';
import type { Shown } from '../app/display';
import { Change } from '../figures/Change';
import { NoteFlag } from '../figures/notes/NoteFlag';
import { type NotedPoint, useNotesAt } from '../figures/notes/ShownNotes';
import { SaveTable } from '../figures/SaveTable';
import { classNames } from '../ui/classNames';

const FIRST_ROWS = 12;
const MORE_ROWS = 50;

const CELL = 'px-2 py-[5px] text-right tabular-nums';

/** Now, then and the change of every row, the largest change first; with all others the figure. */
export function GrowthTable({
  view,
  shown,
  linkOf,
}: {
  view: ComparisonView;
  shown: Shown;
  /** Where a row is looked into; null: nowhere. */
  linkOf(row: ComparedRow): string | null;
}) {
  const { figure, against, by } = view;
  const [most, setMost] = useState(FIRST_ROWS);
  const rows = view.rows.slice(0, most);
  const remainder = addUp(view.rows.slice(most), view.remainder);
  const hasClass = rows.some(({ abc }) => abc !== null) && by !== 'unit';
  const notesAt = useNotesAt();
  const aboutOf = (row: ComparedRow) => aboutRow(by, row, view.unit.code);
  const wordsOf = (row: ComparedRow) => describeNotes(notesAt(aboutOf(row)));
  const unit = figureUnit(view);
  const major = (value: number | null) => (value === null ? null : toMajor(value, unit));
  const column = (value: number | null) => (value === null ? '–' : shown.column(value));
  return (
    <section
      aria-label="Growth"
      className="min-w-0 overflow-x-auto rounded-sheet border border-line bg-sheet px-3.5 pt-2 pb-2"
    >
      <h2>
        Growth
        <span className="ml-2 text-[11.5px] font-normal text-soft">
          {view.days}
          {against.days && ` against ${against.days}`}
        </span>
        <SaveTable
          name={`Growth of ${view.unit.name}, ${view.period.name}`}
          columns={[
            nameOfPart(by),
            'now',
            'then',
            'change',
            'share',
            'class',
            'class_then',
            'notes',
          ]}
          rows={() => [
            ...view.rows.map((row) => [
              row.name,
              major(row.now),
              major(row.then),
              major(row.difference),
              row.share,
              row.abc,
              row.abcThen,
              wordsOf(row),
            ]),
            ...(view.remainder
              ? [['all others', major(view.remainder.now), major(view.remainder.then)]]
              : []),
          ]}
        />
      </h2>
      <table className="mt-1 w-full text-[12.5px]">
        <thead>
          <tr className="border-b border-line text-[11.5px] text-soft">
            <th scope="col" className="py-1 text-left font-normal">
              {nameOfPart(by)}
            </th>
            <th scope="col" className={CELL}>
              Now
            </th>
            <th scope="col" className={`${CELL} max-phone:hidden`}>
              Then
            </th>
            <th scope="col" className={CELL}>
              Change
            </th>
            <th scope="col" className={CELL}>
              %
            </th>
            {hasClass && (
              <th
                scope="col"
                className={CELL}
                title={
                  view.concentration
                    ? `A: the first ${view.concentration.shareA} % of all, B: up to ${view.concentration.shareB} %`
                    : undefined
                }
              >
                Class
              </th>
            )}
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => {
            const link = linkOf(row);
            return (
              <tr key={row.key} className="border-b border-line/60">
                <th
                  scope="row"
                  className="max-w-[190px] truncate py-[5px] text-left font-normal [&>button]:ml-0 [&>button]:inline-grid"
                >
                  {link ? (
                    <Link to={link} className="hover:underline" title={`Look into ${row.name}`}>
                      {row.name}
                    </Link>
                  ) : (
                    row.name
                  )}
                  <NoteFlag {...aboutOf(row)} />
                </th>
                <td className={CELL}>{column(row.now)}</td>
                <td className={`${CELL} max-phone:hidden`}>{column(row.then)}</td>
                <td
                  className={classNames(
                    CELL,
                    (row.difference ?? 0) < 0 ? 'text-grade-1' : 'text-grade-3',
                  )}
                >
                  {row.difference === null
                    ? '–'
                    : withSign(row.difference, shown.column(row.difference))}
                </td>
                <td className={CELL}>
                  <Change now={row.now} before={row.then} />
                </td>
                {hasClass && (
                  <td className={CELL}>
                    {row.abc ?? '–'}
                    {row.abcThen !== null && row.abcThen !== row.abc && (
                      <span className="text-soft"> was {row.abcThen}</span>
                    )}
                  </td>
                )}
              </tr>
            );
          })}
          {remainder && (
            <tr className="border-b border-line/60 text-soft">
              <th scope="row" className="py-[5px] text-left font-normal">
                {most < view.rows.length ? (
                  <button
                    type="button"
                    className="touchable underline underline-offset-2 hover:text-ink"
                    onClick={() => setMost(most + MORE_ROWS)}
                  >
                    All others ({remainder.count})
                  </button>
                ) : (
                  `All others (${remainder.count})`
                )}
              </th>
              <td className={CELL}>{shown.column(remainder.now)}</td>
              <td className={`${CELL} max-phone:hidden`}>{column(remainder.then)}</td>
              <td className={CELL}>
                {remainder.then === null
                  ? '–'
                  : withSign(
                      remainder.now - remainder.then,
                      shown.column(remainder.now - remainder.then),
                    )}
              </td>
              <td className={CELL}>
                <Change now={remainder.now} before={remainder.then} />
              </td>
              {hasClass && <td />}
            </tr>
          )}
        </tbody>
        <tfoot>
          <tr className="font-semibold">
            <th scope="row" className="py-[5px] text-left">
              {view.unit.name}
            </th>
            <td className={CELL}>{column(figure.now)}</td>
            <td className={`${CELL} max-phone:hidden`}>{column(figure.then)}</td>
            <td className={CELL}>
              {figure.difference === null
                ? '–'
                : withSign(figure.difference, shown.column(figure.difference))}
            </td>
            <td className={CELL}>
              <Change now={figure.now} before={figure.then} />
            </td>
            {hasClass && <td />}
          </tr>
        </tfoot>
      </table>
    </section>
  );
}

/** Rows that are not shown, with those the server has put together. */
function addUp(
  rows: readonly ComparedRow[],
  remainder: ComparisonView['remainder'],
): ComparisonView['remainder'] {
  if (rows.length === 0) return remainder;
  const isUnknown = rows.some((row) => row.then === null) || remainder?.then === null;
  return {
    count: rows.length + (remainder?.count ?? 0),
    now: rows.reduce((sum, row) => sum + (row.now ?? 0), remainder?.now ?? 0),
    then: isUnknown ? null : rows.reduce((sum, row) => sum + row.then!, remainder?.then ?? 0),
  };
}

/** What notes are about that belong to a row. */
function aboutRow(by: TakenApartBy, { key }: ComparedRow, unit: string): NotedPoint {
  return { unit, slice: { by, key } };
}

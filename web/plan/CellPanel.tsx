import type { TargetGrid } from '#contract/schemas/target';
import { changeOf } from '#core/comparison/change';
import { formatExact, type FigureUnit } from '#core/money/format';
import { showChange } from '#core/status/percent';
import { describeUnusual } from '#core/target/unusual';
import { Line } from './AddsUp';
import { useGetTargetHistoryQuery } from './api';
import type { Selection } from './selection';
import { cellAt, originWords, type Sheet } from './sheet';

interface CellPanelProps {
  sheet: Sheet;
  grid: TargetGrid;
  figure: FigureUnit;
  selection: Selection;
}

const SHOWN_CHANGES = 6;

/** The chosen cell: its value spelt out, where it comes from, last year beside it, who changed it. */
export function CellPanel({ sheet, grid, figure, selection }: CellPanelProps) {
  const row = sheet.rows[selection.row]!;
  const column = sheet.columns[selection.column]!;
  const cell = cellAt(sheet, selection.row, selection.column);
  const period = grid.periods[column.at]!;
  const { data: history = [] } = useGetTargetHistoryQuery({ unit: row.unit.code, period: period.id, measure: grid.measure.code });
  const show = (value: number | null) => (value === null ? 'none' : formatExact(value, figure));
  const growth = cell.value === null ? null : changeOf(cell.value, cell.lastYear);
  const before = selection.column > 0 && column.kind === 'month' ? cellAt(sheet, selection.row, selection.column - 1) : null;
  const unusual = cell.value === null || cell.origin !== 'set' ? null : describeUnusual(cell.value, { lastYear: cell.lastYear, before: before?.value ?? null });
  return (
    <section aria-labelledby="this-cell" aria-live="polite">
      <h2 id="this-cell" className="mb-1">This cell</h2>
      <dl>
        <Line name={`${row.unit.name}, ${period.name}`} value={show(cell.value)} />
        <Line name="Where it comes from" value={originWords(cell)} />
        {cell.floor !== null && <Line name="Floor" value={show(cell.floor)} />}
        {cell.stretch !== null && <Line name="Stretch" value={show(cell.stretch)} />}
        <Line name="Booked last year" value={show(cell.lastYear)} />
        {growth && <Line name="Growth asked" value={growth.share === null ? (growth.isNew ? 'new' : 'n/a') : showChange(growth.share)} />}
      </dl>
      {unusual && <p role="status" className="mt-2 rounded-sheet bg-selected px-2.5 py-1.5">Is this meant? It is {unusual}.</p>}
      {history.length > 0 && (
        <>
          <h3 className="mt-4 mb-1 font-medium">Changes</h3>
          <ol className="text-[12px]">
            {history.slice(0, SHOWN_CHANGES).map((change, index) => (
              <li key={index} className="border-b border-line py-1"><span className="text-soft">{change.at.slice(0, 16)}</span> {change.who}: {show(change.from)} → {show(change.to)}{change.reason && <span className="text-soft"> ({change.reason})</span>}</li>
            ))}
          </ol>
        </>
      )}
    </section>
  );
}

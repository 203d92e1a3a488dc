import { describeUnusual } from '#core/targets/unusual';
import { formatExact } from '#wording/numbers/format';
import type { Selection } from '../ui/grid/selection';
import { cellAt, type Sheet } from './sheet';

/**
 * What is unusual about the chosen cell, first of all that stands beside the grid: a zero too many
 * must not be overlooked.
 */
export function UnusualNote({ sheet, selection }: { sheet: Sheet; selection: Selection }) {
  const { bench } = sheet;
  const cell = cellAt(sheet, selection.row, selection.column);
  const column = sheet.columns[selection.column]!;
  if (cell.value === null || cell.targetSource !== 'set') return null;
  const before =
    selection.column > 0 && !column.isSum
      ? cellAt(sheet, selection.row, selection.column - 1).value
      : null;
  const unusual = describeUnusual(cell.value, {
    priorYear: cell.priorYear ?? 0,
    before,
    peers: bench.peersOf(sheet.rows[selection.row]!.unit.id, column.period),
  });
  return (
    unusual && (
      <p role="status" className="rounded-sheet bg-selected px-2.5 py-1.5">
        Is {formatExact(cell.value, bench.figure)} meant? It is {unusual}.
      </p>
    )
  );
}

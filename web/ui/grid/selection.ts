/** A block of cells: where it was begun and where it has got to. */
export interface Selection {
  row: number;
  column: number;
  anchorRow: number;
  anchorColumn: number;
}

export interface Block {
  top: number;
  bottom: number;
  left: number;
  right: number;
}

export function toBlockOf({ row, column, anchorRow, anchorColumn }: Selection): Block {
  return {
    top: Math.min(row, anchorRow),
    bottom: Math.max(row, anchorRow),
    left: Math.min(column, anchorColumn),
    right: Math.max(column, anchorColumn),
  };
}

export function single(row: number, column: number): Selection {
  return { row, column, anchorRow: row, anchorColumn: column };
}

/** Moves the end of the selection within the sheet; without extending, the anchor comes along. */
export function moveSelection(
  selection: Selection,
  by: { rows: number; columns: number },
  size: { rows: number; columns: number },
  isExtending: boolean,
): Selection {
  const row = Math.max(0, Math.min(size.rows - 1, selection.row + by.rows));
  const column = Math.max(0, Math.min(size.columns - 1, selection.column + by.columns));
  return isExtending ? { ...selection, row, column } : single(row, column);
}

/** The cells of a block, row by row. */
export function* cellsOf({
  top,
  bottom,
  left,
  right,
}: Block): Generator<{ row: number; column: number }> {
  for (let row = top; row <= bottom; row++)
    for (let column = left; column <= right; column++) yield { row, column };
}

import { type Block, cellsOf, type Selection } from './selection';

/** What is to be written into a cell; empty clears it. */
export interface Entry {
  row: number;
  column: number;
  text: string;
}

/** A step that was done, or what kept it from being done, in words. */
export type Outcome<Done> = ({ ok: true } & Done) | { ok: false; fault: string };

/**
 * Where a pasted block goes: from the selection's first cell on; a single value fills the whole
 * selection.
 * @returns its entries and what is selected afterwards, or why it does not fit
 */
export function placeBlock(
  cells: readonly (readonly string[])[],
  selected: Block,
  size: { rows: number; columns: number },
): Outcome<{ entries: Entry[]; selection: Selection }> {
  const { top, left, bottom, right } = selected;
  const width = Math.max(...cells.map((row) => row.length));
  if (left + width > size.columns)
    return {
      ok: false,
      fault: `The block has ${width} columns, but only ${size.columns - left} are left from here.`,
    };
  if (top + cells.length > size.rows)
    return {
      ok: false,
      fault: `The block has ${cells.length} rows, but only ${size.rows - top} are left from here.`,
    };
  if (cells.length === 1 && width === 1) {
    return {
      ok: true,
      entries: [...cellsOf(selected)].map((cell) => ({ ...cell, text: cells[0]![0]! })),
      selection: { row: bottom, column: right, anchorRow: top, anchorColumn: left },
    };
  }
  const entries = cells.flatMap((row, i) =>
    row.map((text, j) => ({ row: top + i, column: left + j, text })),
  );
  return {
    ok: true,
    entries,
    selection: {
      row: top + cells.length - 1,
      column: left + width - 1,
      anchorRow: top,
      anchorColumn: left,
    },
  };
}

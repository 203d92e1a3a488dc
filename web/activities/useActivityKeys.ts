import type { ClipboardEvent, KeyboardEvent, RefObject } from 'react';
import type { ActivityGrid } from '#contract/schemas/activity';
import { decimalsOf, type FigureUnit } from '#core/money/figureUnit';
import { parseBlock, toBlock } from '../ui/grid/clipboard';
import { type Entry, placeBlock } from '../ui/grid/paste';
import { moveSelection, type Selection, single, toBlockOf } from '../ui/grid/selection';
import { useSay } from '../ui/Toasts';
import { clearBlock, readEntries, textAt, whyLocked } from './activityEntry';
import type { useActivitySaves } from './useActivitySaves';

const ARROWS: Record<string, { rows: number; columns: number }> = {
  ArrowUp: { rows: -1, columns: 0 },
  ArrowDown: { rows: 1, columns: 0 },
  ArrowLeft: { rows: 0, columns: -1 },
  ArrowRight: { rows: 0, columns: 1 },
};

interface ActivityKeys {
  grid: ActivityGrid;
  figure: FigureUnit;
  selection: Selection;
  onSelect(selection: Selection): void;
  saves: ReturnType<typeof useActivitySaves>;
  /** What is being typed; null while nothing is. */
  editing: string | null;
  setEditing(text: string | null): void;
  /** Set when a cell is left by a key: the focus goes back to the grid, not to nowhere. */
  isLeftByKey: RefObject<boolean>;
}

/**
 * Keyboard and clipboard of the grid of typed-in values, as in a spreadsheet. A block is checked
 * whole before anything is saved.
 */
export function useActivityKeys({
  grid,
  figure,
  selection,
  onSelect,
  saves,
  editing,
  setEditing,
  isLeftByKey,
}: ActivityKeys) {
  const say = useSay();
  const size = { rows: grid.rows.length, columns: grid.columns.length };
  const decimals = decimalsOf(figure);
  const fault = (text: string) => {
    say(`${text} Nothing was changed.`, { kind: 'fault' });
    return false;
  };
  const shownAt = (row: number, column: number) => textAt(grid, decimals, row, column);
  /** Says the first fault and saves nothing when there is one. */
  const enter = (entries: readonly Entry[]): boolean => {
    const read = readEntries(grid, decimals, entries);
    if (!read.ok) return fault(read.fault);
    if (read.changes.length > 0) void saves.set(read.changes);
    return true;
  };

  const commit = (move: { rows: number; columns: number }) => {
    if (
      editing === null ||
      !enter([{ row: selection.row, column: selection.column, text: editing }])
    )
      return;
    setEditing(null);
    onSelect(moveSelection(single(selection.row, selection.column), move, size, false));
  };
  const startEdit = (text: string) => {
    const locked = whyLocked(grid, selection.row, selection.column);
    if (locked) fault(locked);
    else setEditing(text);
  };

  const onEditKey = (event: KeyboardEvent) => {
    isLeftByKey.current = ['Enter', 'Tab', 'Escape'].includes(event.key);
    if (event.key === 'Enter') commit({ rows: event.shiftKey ? -1 : 1, columns: 0 });
    else if (event.key === 'Tab') commit({ rows: 0, columns: event.shiftKey ? -1 : 1 });
    else if (event.key === 'Escape') setEditing(null);
    else return;
    event.preventDefault();
  };

  const onKeyDown = (event: KeyboardEvent) => {
    if (editing !== null) return onEditKey(event);
    const isControl = event.ctrlKey || event.metaKey;
    const arrow = ARROWS[event.key];
    if (isControl && event.key.toLowerCase() === 'z')
      void (event.shiftKey ? saves.redo() : saves.undo());
    else if (isControl && event.key.toLowerCase() === 'y') void saves.redo();
    else if (isControl || event.altKey) return;
    else if (arrow) onSelect(moveSelection(selection, arrow, size, event.shiftKey));
    else if (event.key === 'Enter' || event.key === 'F2')
      startEdit(shownAt(selection.row, selection.column));
    else if (event.key === 'Delete' || event.key === 'Backspace')
      enter(clearBlock(grid, decimals, toBlockOf(selection)));
    else if (event.key.length === 1 && /[\d.,+-]/.test(event.key)) startEdit(event.key);
    else return;
    event.preventDefault();
  };

  const onPaste = (event: ClipboardEvent) => {
    if (editing !== null) return;
    event.preventDefault();
    const placed = placeBlock(
      parseBlock(event.clipboardData.getData('text/plain')),
      toBlockOf(selection),
      size,
    );
    if (!placed.ok) return void fault(placed.fault);
    if (enter(placed.entries)) onSelect(placed.selection);
  };

  const onCopy = (event: ClipboardEvent) => {
    if (editing !== null) return;
    event.preventDefault();
    const { top, left, bottom, right } = toBlockOf(selection);
    event.clipboardData.setData(
      'text/plain',
      toBlock(
        Array.from({ length: bottom - top + 1 }, (_, i) =>
          Array.from({ length: right - left + 1 }, (__, j) => shownAt(top + i, left + j)),
        ),
      ),
    );
  };

  return { onKeyDown, onPaste, onCopy, commit, startEdit, shownAt };
}

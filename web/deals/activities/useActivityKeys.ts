import type { ClipboardEvent, KeyboardEvent, RefObject } from 'react';
import type { ActivityChange, ActivityGrid } from '#contract/schemas/activity';
import { writeDecimal } from '#core/money/amount';
import { decimalsOf, type FigureUnit } from '#core/money/format';
import { readTyped, styleOf } from '#core/money/typed';
import { parseBlock, toBlock } from '../../ui/grid/clipboard';
import { cellsOf, moveSelection, single, toBlockOf, type Selection } from '../../ui/grid/selection';
import { useSay } from '../../ui/Toasts';
import type { useActivitySaves } from './useActivitySaves';

const ARROWS: Record<string, { rows: number; columns: number }> = {
  ArrowUp: { rows: -1, columns: 0 }, ArrowDown: { rows: 1, columns: 0 }, ArrowLeft: { rows: 0, columns: -1 }, ArrowRight: { rows: 0, columns: 1 },
};

interface Entry {
  row: number;
  column: number;
  text: string;
}

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

/** Keyboard and clipboard of the grid of typed-in values, as in a spreadsheet. A block is checked whole before anything is saved. */
export function useActivityKeys({ grid, figure, selection, onSelect, saves, editing, setEditing, isLeftByKey }: ActivityKeys) {
  const say = useSay();
  const size = { rows: grid.rows.length, columns: grid.columns.length };
  const decimals = decimalsOf(figure);
  const fault = (text: string) => {
    say(`${text} Nothing was changed.`, { kind: 'fault' });
    return false;
  };
  const textAt = (row: number, column: number) => {
    const value = grid.rows[row]!.own[column];
    return value == null || !Number.isInteger(value) ? '' : writeDecimal(value, decimals);
  };
  const whyLocked = (row: number, column: number): string | null => {
    if (!grid.mayWrite) return 'Your role may read values, not type them in.';
    if (grid.rows[row]!.on[column] !== null) return null;
    return grid.rows[row]!.own[column] === null ? 'Does not stand in the tree in this period.' : 'Single days have values here; open the month by days and change those.';
  };

  const enter = (entries: readonly Entry[]): boolean => {
    const style = styleOf(entries.map((each) => each.text), decimals) ?? undefined;
    const changes: ActivityChange[] = [];
    for (const { row, column, text } of entries) {
      const name = `${grid.rows[row]!.unit.name}, ${grid.columns[column]!.name}`;
      const locked = whyLocked(row, column);
      if (locked) return fault(`${name}: ${locked}`);
      const typed = text.trim() === '' ? null : readTyped(text, decimals, style);
      if (typed && !typed.ok) return fault(`${name}: “${text}” is not a number with at most ${decimals} decimals.`);
      const was = textAt(row, column) || null;
      const value = typed?.decimal ?? null;
      if (value !== was) changes.push({ unit: grid.rows[row]!.unit.code, on: grid.rows[row]!.on[column]!, measure: grid.measure.code, value, was });
    }
    if (changes.length > 0) void saves.set(changes);
    return true;
  };

  const commit = (move: { rows: number; columns: number }) => {
    if (editing === null || !enter([{ row: selection.row, column: selection.column, text: editing }])) return;
    setEditing(null);
    onSelect(moveSelection(single(selection.row, selection.column), move, size, false));
  };
  const startEdit = (text: string) => {
    const locked = whyLocked(selection.row, selection.column);
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
    if (isControl && event.key.toLowerCase() === 'z') void (event.shiftKey ? saves.redo() : saves.undo());
    else if (isControl && event.key.toLowerCase() === 'y') void saves.redo();
    else if (isControl || event.altKey) return;
    else if (arrow) onSelect(moveSelection(selection, arrow, size, event.shiftKey));
    else if (event.key === 'Enter' || event.key === 'F2') startEdit(textAt(selection.row, selection.column));
    else if (event.key === 'Delete' || event.key === 'Backspace') enter([...cellsOf(toBlockOf(selection))].filter(({ row, column }) => textAt(row, column) !== '').map((cell) => ({ ...cell, text: '' })));
    else if (event.key.length === 1 && /[\d.,+-]/.test(event.key)) startEdit(event.key);
    else return;
    event.preventDefault();
  };

  const onPaste = (event: ClipboardEvent) => {
    if (editing !== null) return;
    event.preventDefault();
    const block = parseBlock(event.clipboardData.getData('text/plain'));
    const { top, left } = toBlockOf(selection);
    const width = Math.max(...block.map((row) => row.length));
    if (left + width > size.columns) return void fault(`The block has ${width} columns, but only ${size.columns - left} are left from here.`);
    if (top + block.length > size.rows) return void fault(`The block has ${block.length} rows, but only ${size.rows - top} are left from here.`);
    const isDone = enter(block.flatMap((cells, i) => cells.map((text, j) => ({ row: top + i, column: left + j, text }))));
    if (isDone) onSelect({ row: top + block.length - 1, column: left + width - 1, anchorRow: top, anchorColumn: left });
  };

  const onCopy = (event: ClipboardEvent) => {
    if (editing !== null) return;
    event.preventDefault();
    const { top, left, bottom, right } = toBlockOf(selection);
    event.clipboardData.setData('text/plain', toBlock(Array.from({ length: bottom - top + 1 }, (_, i) => Array.from({ length: right - left + 1 }, (__, j) => textAt(top + i, left + j)))));
  };

  return { onKeyDown, onPaste, onCopy, commit, startEdit, textAt };
}

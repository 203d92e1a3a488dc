import { useRef, type ClipboardEvent, type KeyboardEvent, type RefObject } from 'react';
import type { TargetChange } from '#contract/schemas/target';
import { writeDecimal } from '#core/money/amount';
import { formatColumn } from '#core/money/format';
import { grow, WHOLE } from '#core/target/fill/grow';
import { readTyped, styleOf } from '#core/money/typed';
import { useSay } from '../ui/Toasts';
import { parseBlock, toBlock } from '../ui/grid/clipboard';
import type { PlanGridProps } from './gridProps';
import { cellsOf, moveSelection, single, toBlockOf } from '../ui/grid/selection';
import { toWeekChanges } from './weeks';
import { cellAt, ownValue, whyLocked } from './sheet';

interface GridKeys extends PlanGridProps {
  isEditing: boolean;
  /** What has been typed so far. */
  typed: RefObject<string>;
  setEditing(text: string | null): void;
  isLeftByKey: RefObject<boolean>;
}

interface Entry {
  row: number;
  column: number;
  /** Empty clears. */
  text: string;
}

const ARROWS: Record<string, { rows: number; columns: number }> = {
  ArrowUp: { rows: -1, columns: 0 }, ArrowDown: { rows: 1, columns: 0 }, ArrowLeft: { rows: 0, columns: -1 }, ArrowRight: { rows: 0, columns: 1 },
  PageUp: { rows: -15, columns: 0 }, PageDown: { rows: 15, columns: 0 }, Home: { rows: 0, columns: -99 }, End: { rows: 0, columns: 99 },
};

const PERCENT = /^([+\-\u2212]) ?(\d{1,3}(?:\.\d{1,2})?) ?%$/;

/** "+5%" or "-2.5 %" in basis points; null for anything else. */
function readPercent(text: string): number | null {
  const match = PERCENT.exec(text.trim());
  return match ? Math.round(Number(match[2]) * 100) * (match[1] === '+' ? 1 : -1) : null;
}

/** The keyboard and clipboard of the grid, as in a spreadsheet. Whatever is entered is checked whole before anything is saved. */
export function useGridKeys({ sheet, selection, onSelect, saves, onEnter, isEditing, typed, setEditing, isLeftByKey }: GridKeys) {
  const say = useSay();
  const isCommitting = useRef(false);
  const { bench } = sheet;
  const { figure, decimals } = bench;
  const size = { rows: sheet.rows.length, columns: sheet.columns.length };

  /** Checks all entries; says the first fault and saves nothing when there is one. */
  const enter = (entries: Entry[]): boolean => {
    if (!onEnter()) return false;
    const changes: TargetChange[] = [];
    // A block is read in one style: "5.000" is five thousand beside "1.234,50".
    const style = styleOf(entries.map((each) => each.text), decimals) ?? undefined;
    for (const { row, column, text } of entries) {
      const cell = cellAt(sheet, row, column);
      const name = `${sheet.rows[row]!.unit.name}, ${sheet.columns[column]!.fullName}`;
      const locked = whyLocked(sheet, row, column);
      if (locked) return fault(`${name}: ${locked}`);
      const typed = text.trim() === '' ? null : readTyped(text, decimals, style);
      if (typed && !typed.ok) return fault(`${name}: ${faultOf(text, typed.fault)}`);
      if (typed && typed.value < 0) return fault(`${name}: a target cannot be negative.`);
      const { period } = sheet.columns[column]!;
      if (period.kind === 'week') {
        changes.push(...toWeekChanges(bench, sheet.rows[row]!.unit.id, period, typed?.value ?? null));
        continue;
      }
      if (typed === null && cell.origin !== 'set') continue;
      if (typed && cell.origin === 'set' && typed.value === cell.value) continue;
      changes.push(bench.toChange(sheet.rows[row]!.unit.id, period, typed?.value ?? null));
    }
    if (changes.length > 0) void saves.set(changes);
    return true;
  };

  /** "+5%" typed into a selection changes all of it that has a value of its own. */
  const changeBy = (growth: number): boolean => {
    const entries = [...cellsOf(toBlockOf(selection))].flatMap(({ row, column }) => {
      const { value } = cellAt(sheet, row, column);
      return value === null || whyLocked(sheet, row, column) ? [] : [{ row, column, text: writeDecimal(grow(value, growth), decimals) }];
    });
    return growth <= -WHOLE ? fault('A target cannot fall by 100% or more; clear it instead.') : entries.length === 0 ? fault('There is nothing here to change by a percent.') : enter(entries);
  };
  const fault = (text: string) => {
    say(`${text} Nothing was changed.`, { kind: 'fault' });
    return false;
  };

  /** `isWhole`: what was typed goes into every cell of the selection. */
  const commit = (move: { rows: number; columns: number }, isWhole = false) => {
    if (!isEditing || isCommitting.current) return;
    isCommitting.current = true;
    const editing = typed.current;
    const cell = cellAt(sheet, selection.row, selection.column);
    const shown = cell.value === null ? '' : formatColumn(cell.value, figure);
    const percent = readPercent(editing);
    const isDone = editing === shown || (percent === null ? enter(isWhole ? [...cellsOf(toBlockOf(selection))].map((each) => ({ ...each, text: editing })) : [{ ...selection, text: editing }]) : changeBy(percent));
    if (isDone) {
      setEditing(null);
      if (!isWhole && percent === null) onSelect(moveSelection(single(selection.row, selection.column), move, size, false));
    }
    isCommitting.current = false;
  };

  const decimalAt = (row: number, column: number) => {
    const cell = cellAt(sheet, row, column);
    const value = row === sheet.ownRow && sheet.ownRow > 0 ? ownValue(cell) : cell.value;
    return value === null ? '' : writeDecimal(value, decimals).replace(/\.0+$/, '');
  };

  const fill = (direction: 'down' | 'right') => {
    const block = toBlockOf(selection);
    const entries = [...cellsOf(block)]
      .filter(({ row, column }) => (direction === 'down' ? row > block.top : column > block.left) && whyLocked(sheet, row, column) === null)
      .map(({ row, column }) => ({ row, column, text: direction === 'down' ? decimalAt(block.top, column) : decimalAt(row, block.left) }));
    if (entries.length > 0) enter(entries);
  };

  const onEditKey = (event: KeyboardEvent) => {
    isLeftByKey.current = ['Enter', 'Tab', 'Escape'].includes(event.key);
    if (event.key === 'Enter' && (event.ctrlKey || event.metaKey)) commit({ rows: 0, columns: 0 }, true);
    else if (event.key === 'Enter') commit({ rows: event.shiftKey ? -1 : 1, columns: 0 });
    else if (event.key === 'Tab') commit({ rows: 0, columns: event.shiftKey ? -1 : 1 });
    else if (event.key === 'Escape') setEditing(null);
    else return;
    event.preventDefault();
  };

  const startEdit = (text: string) => {
    const locked = whyLocked(sheet, selection.row, selection.column);
    if (locked) fault(locked);
    else if (onEnter()) setEditing(text);
  };
  const startEditing = () => startEdit(decimalAt(selection.row, selection.column));

  const onKeyDown = (event: KeyboardEvent) => {
    if (isEditing) return onEditKey(event);
    const isControl = event.ctrlKey || event.metaKey;
    const arrow = ARROWS[event.key];
    if (isControl && event.key.toLowerCase() === 'z') void (event.shiftKey ? saves.redo() : saves.undo());
    else if (isControl && event.key.toLowerCase() === 'y') void saves.redo();
    else if (isControl && event.key.toLowerCase() === 'd') fill('down');
    else if (isControl && event.key.toLowerCase() === 'r') fill('right');
    else if (isControl && event.key.toLowerCase() === 'a') onSelect({ row: size.rows - 1, column: size.columns - 1, anchorRow: 0, anchorColumn: 0 });
    else if (isControl || event.altKey) return;
    else if (arrow) onSelect(moveSelection(selection, arrow, size, event.shiftKey));
    else if (event.key === 'Enter' || event.key === 'F2') startEditing();
    else if (event.key === 'Delete' || event.key === 'Backspace') enter([...cellsOf(toBlockOf(selection))].filter(({ row, column }) => cellAt(sheet, row, column).origin === 'set' || sheet.columns[column]!.period.kind === 'week').map((cell) => ({ ...cell, text: '' })));
    else if (event.key.length === 1 && /[\d.,+\-€$£]/.test(event.key)) startEdit(event.key);
    else return;
    event.preventDefault();
  };

  const onPaste = (event: ClipboardEvent) => {
    if (isEditing) return;
    event.preventDefault();
    const block = parseBlock(event.clipboardData.getData('text/plain'));
    const { top, left, bottom, right } = toBlockOf(selection);
    const width = Math.max(...block.map((row) => row.length));
    if (left + width > size.columns) return void fault(`The block has ${width} columns, but only ${size.columns - left} are left from here.`);
    if (top + block.length > size.rows) return void fault(`The block has ${block.length} rows, but only ${size.rows - top} are left from here.`);
    // One value pasted over a selection fills it.
    const entries = block.length === 1 && width === 1
      ? [...cellsOf({ top, left, bottom, right })].map((cell) => ({ ...cell, text: block[0]![0]! }))
      : block.flatMap((cells, i) => cells.map((text, j) => ({ row: top + i, column: left + j, text })));
    if (enter(entries)) onSelect({ row: top + block.length - 1, column: left + width - 1, anchorRow: top, anchorColumn: left });
  };

  const onCopy = (event: ClipboardEvent) => {
    if (isEditing) return;
    event.preventDefault();
    const { top, left, bottom, right } = toBlockOf(selection);
    const rows = Array.from({ length: bottom - top + 1 }, (_, i) => Array.from({ length: right - left + 1 }, (_, j) => decimalAt(top + i, left + j)));
    event.clipboardData.setData('text/plain', toBlock(rows));
  };

  return { onKeyDown, onPaste, onCopy, commit, startEditing };
}

function faultOf(text: string, fault: string): string {
  if (fault === 'ambiguous') return `“${text}” can be read in two ways. Write it without separators.`;
  return fault === 'tooManyDecimals' ? `“${text}” has too many decimals.` : `“${text}” is not an amount. Write for example 80000, 80,000 or 80k.`;
}

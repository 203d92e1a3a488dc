import { type ClipboardEvent, type KeyboardEvent, type RefObject, useRef } from 'react';
import { EN_PLAN } from '#wording/messages/en/plan';
import { messagesOf } from '#wording/messages/translate';
import { formatColumn } from '#wording/numbers/format';
import { parseBlock, toBlock } from '../ui/grid/clipboard';
import { type Entry, placeBlock } from '../ui/grid/paste';
import { cellsOf, moveSelection, single, toBlockOf } from '../ui/grid/selection';
import { useSay } from '../ui/Toasts';
import { clearBlock, decimalAt, fillBlock, growBlock, readEntries, readPercent } from './gridEntry';
import type { PlanGridProps } from './gridProps';
import { cellAt, whyLocked } from './sheet';

const t = messagesOf('plan', EN_PLAN);

interface GridKeys extends PlanGridProps {
  isEditing: boolean;
  /** What has been typed so far. */
  typed: RefObject<string>;
  setEditing(text: string | null): void;
  isLeftByKey: RefObject<boolean>;
}

const ARROWS: Record<string, { rows: number; columns: number }> = {
  ArrowUp: { rows: -1, columns: 0 },
  ArrowDown: { rows: 1, columns: 0 },
  ArrowLeft: { rows: 0, columns: -1 },
  ArrowRight: { rows: 0, columns: 1 },
  PageUp: { rows: -15, columns: 0 },
  PageDown: { rows: 15, columns: 0 },
  Home: { rows: 0, columns: -99 },
  End: { rows: 0, columns: 99 },
};

/**
 * The keyboard and clipboard of the grid, as in a spreadsheet. Whatever is entered is checked whole
 * before anything is saved.
 */
export function useGridKeys({
  sheet,
  selection,
  onSelect,
  saves,
  onEnter,
  isEditing,
  typed,
  setEditing,
  isLeftByKey,
}: GridKeys) {
  const say = useSay();
  const isCommitting = useRef(false);
  const { bench } = sheet;
  const { figure } = bench;
  const size = { rows: sheet.rows.length, columns: sheet.columns.length };

  const fault = (text: string) => {
    say(t('nothingWasChanged', { text }), { kind: 'fault' });
    return false;
  };
  /** Says the first fault and saves nothing when there is one. */
  const enter = (entries: readonly Entry[]): boolean => {
    if (!onEnter()) return false;
    const read = readEntries(sheet, entries);
    if (!read.ok) return fault(read.fault);
    if (read.changes.length > 0) void saves.set(read.changes);
    return true;
  };
  const changeBy = (growth: number): boolean => {
    const grown = growBlock(sheet, toBlockOf(selection), growth);
    return grown.ok ? enter(grown.entries) : fault(grown.fault);
  };
  const fill = (direction: 'down' | 'right') => {
    const entries = fillBlock(sheet, toBlockOf(selection), direction);
    if (entries.length > 0) enter(entries);
  };

  /** `isWhole`: what was typed goes into every cell of the selection. */
  const commit = (move: { rows: number; columns: number }, isWhole = false) => {
    if (!isEditing || isCommitting.current) return;
    isCommitting.current = true;
    const editing = typed.current;
    const cell = cellAt(sheet, selection.row, selection.column);
    const shown = cell.value === null ? '' : formatColumn(cell.value, figure);
    const percent = readPercent(editing);
    const isDone =
      editing === shown ||
      (percent === null
        ? enter(
            isWhole
              ? [...cellsOf(toBlockOf(selection))].map((each) => ({ ...each, text: editing }))
              : [{ ...selection, text: editing }],
          )
        : changeBy(percent));
    if (isDone) {
      setEditing(null);
      if (!isWhole && percent === null)
        onSelect(moveSelection(single(selection.row, selection.column), move, size, false));
    }
    isCommitting.current = false;
  };

  const onEditKey = (event: KeyboardEvent) => {
    isLeftByKey.current = ['Enter', 'Tab', 'Escape'].includes(event.key);
    if (event.key === 'Enter' && (event.ctrlKey || event.metaKey))
      commit({ rows: 0, columns: 0 }, true);
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
  const startEditing = () => startEdit(decimalAt(sheet, selection.row, selection.column));

  const onKeyDown = (event: KeyboardEvent) => {
    if (isEditing) return onEditKey(event);
    const isControl = event.ctrlKey || event.metaKey;
    const arrow = ARROWS[event.key];
    if (isControl && event.key.toLowerCase() === 'z')
      void (event.shiftKey ? saves.redo() : saves.undo());
    else if (isControl && event.key.toLowerCase() === 'y') void saves.redo();
    else if (isControl && event.key.toLowerCase() === 'd') fill('down');
    else if (isControl && event.key.toLowerCase() === 'r') fill('right');
    else if (isControl && event.key.toLowerCase() === 'a')
      onSelect({ row: size.rows - 1, column: size.columns - 1, anchorRow: 0, anchorColumn: 0 });
    else if (isControl || event.altKey) return;
    else if (arrow) onSelect(moveSelection(selection, arrow, size, event.shiftKey));
    else if (event.key === 'Enter' || event.key === 'F2') startEditing();
    else if (event.key === 'Delete' || event.key === 'Backspace')
      enter(clearBlock(sheet, toBlockOf(selection)));
    else if (event.key.length === 1 && /[\d.,+\-€$£]/.test(event.key)) startEdit(event.key);
    else return;
    event.preventDefault();
  };

  const onPaste = (event: ClipboardEvent) => {
    if (isEditing) return;
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
    if (isEditing) return;
    event.preventDefault();
    const { top, left, bottom, right } = toBlockOf(selection);
    const rows = Array.from({ length: bottom - top + 1 }, (_, i) =>
      Array.from({ length: right - left + 1 }, (_, j) => decimalAt(sheet, top + i, left + j)),
    );
    event.clipboardData.setData('text/plain', toBlock(rows));
  };

  return { onKeyDown, onPaste, onCopy, commit, startEditing };
}

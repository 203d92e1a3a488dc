import { formatColumn, formatExact, type FigureUnit } from '#core/money/format';
import { classNames } from '../ui/classNames';
import { originWords, ownValue, type SheetColumn } from './sheet';
import type { SheetCell } from './workbench';

interface GridCellProps {
  cell: SheetCell;
  /** The unit's own line shows only its own target: what is handed out has a line of its own. */
  isOwnRow: boolean;
  column: SheetColumn;
  figure: FigureUnit;
  label: string;
  isSelected: boolean;
  isInBlock: boolean;
  isMarked: boolean;
  /** The text being typed, or null. */
  editing: string | null;
  onEdit(text: string | null): void;
  onCommit(move: { rows: number; columns: number }): void;
  onPress(isExtending: boolean): void;
  onDrag(): void;
}

/** Set values stand upright; values added up or shared out are slanted; both say where they come from. */
export function GridCell({ cell, isOwnRow, column, figure, label, isSelected, isInBlock, isMarked, editing, onEdit, onCommit, onPress, onDrag }: GridCellProps) {
  const value = isOwnRow ? ownValue(cell) : cell.value;
  const text = !cell.active ? '' : value === null ? '' : formatColumn(value, figure);
  const words = value === null ? 'none' : `${formatExact(value, figure)}, ${originWords(cell)}`;
  return (
    <div
      role="gridcell"
      aria-label={`${label}: ${words}`}
      aria-selected={isInBlock}
      data-selected={isSelected}
      tabIndex={isSelected ? 0 : -1}
      title={words}
      onPointerDown={(event) => {
        if (editing !== null) return;
        event.currentTarget.focus();
        onPress(event.shiftKey);
      }}
      onPointerEnter={(event) => { if (event.buttons === 1) onDrag(); }}
      onDoubleClick={() => onEdit(value === null ? '' : text)}
      className={classNames(
        'relative flex cursor-cell items-center justify-end px-2 -outline-offset-2 select-none',
        column.isSum ? 'border-r border-line bg-cell/45' : 'border-r border-line/60',
        cell.origin === 'set' ? 'font-semibold' : 'text-soft italic',
        column.isSum && 'font-semibold',
        (!cell.active || cell.isClosed) && 'cursor-not-allowed bg-cell',
        isInBlock && !isSelected && 'bg-selected',
        isMarked && !isInBlock && 'bg-hover',
        isSelected && 'outline-2 outline-ember',
      )}
    >
      {editing === null ? <>{text}{cell.missing > 0 && cell.value !== null && !isOwnRow && <span className="ml-0.5 text-grade-1 not-italic" title={`${cell.missing} missing`}>*</span>}</> : (
        <input
          autoFocus
          aria-label={label}
          value={editing}
          onChange={(event) => onEdit(event.target.value)}
          onFocus={(event) => event.target.setSelectionRange(event.target.value.length, event.target.value.length)}
          onBlur={() => onCommit({ rows: 0, columns: 0 })}
          className="absolute inset-0 bg-sheet px-2 text-right font-semibold outline-2 outline-ember not-italic"
        />
      )}
    </div>
  );
}

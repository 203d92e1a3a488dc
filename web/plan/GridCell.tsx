import { memo } from 'react';
import type { FigureUnit } from '#core/money/figureUnit';
import { EN_PLAN } from '#wording/messages/en/plan';
import { messagesOf } from '#wording/messages/translate';
import { formatColumn, formatExact } from '#wording/numbers/format';
import { classNames } from '../ui/classNames';
import { ownValue, targetSourceWords } from './sheet';
import type { SheetCell } from './workbench';

const t = messagesOf('plan', EN_PLAN);

export interface GridCellProps {
  cell: SheetCell;
  /** "row:column", by which the grid knows what was pressed. */
  at: string;
  /** The unit's own line shows only its own target: what is allocated has a line of its own. */
  isOwnRow: boolean;
  isSum: boolean;
  figure: FigureUnit;
  label: string;
  isSelected: boolean;
  isInBlock: boolean;
  isMarked: boolean;
  /** What typing began with, or null: while it goes on nothing is drawn anew. */
  editing: string | null;
  /** Never change, so that a cell is drawn again only when it looks different. */
  onType(text: string): void;
  onLeave(): void;
}

/**
 * Set values stand upright; values added up or shared out are slanted; both say where they come
 * from.
 */
export const GridCell = memo(function GridCell({
  cell,
  at,
  isOwnRow,
  isSum,
  figure,
  label,
  isSelected,
  isInBlock,
  isMarked,
  editing,
  onType,
  onLeave,
}: GridCellProps) {
  const value = isOwnRow ? ownValue(cell) : cell.value;
  // A share of nothing is a day on which nobody works.
  const isIdle = value === 0 && cell.targetSource === 'allocatedFromPeriod';
  const text = !cell.active || value === null || isIdle ? '' : formatColumn(value, figure);
  const exact = value === null ? t('none') : formatExact(value, figure);
  // What is read out holds what is seen (WCAG 2.5.3), also where that is rounded.
  const words =
    value === null
      ? exact
      : `${exact.includes(text) ? exact : t('exactly', { text, exact })}, ${targetSourceWords(cell)}`;
  return (
    <div
      role="gridcell"
      data-at={at}
      aria-label={`${label}: ${words}`}
      aria-selected={isInBlock}
      data-selected={isSelected}
      tabIndex={isSelected ? 0 : -1}
      title={words}
      className={classNames(
        'relative flex cursor-cell items-center justify-end px-2 -outline-offset-2 select-none',
        isSum ? 'border-r border-line bg-cell/45' : 'border-r border-line/60',
        cell.targetSource === 'set' ? 'font-semibold' : 'text-soft italic',
        isSum && 'font-semibold',
        (!cell.active || cell.isClosed) && 'cursor-not-allowed bg-cell',
        isInBlock && !isSelected && 'bg-selected',
        isMarked && !isInBlock && 'bg-hover',
        isSelected && 'outline-2 outline-ember',
      )}
    >
      {editing === null ? (
        <>
          {text}
          {cell.missing > 0 && cell.value !== null && !isOwnRow && (
            <span
              className="ml-0.5 text-grade-1 not-italic"
              title={t('missing', { missing: cell.missing })}
            >
              *
            </span>
          )}
        </>
      ) : (
        <input
          autoFocus
          aria-label={label}
          defaultValue={editing}
          onChange={(event) => onType(event.target.value)}
          onFocus={(event) =>
            event.target.setSelectionRange(event.target.value.length, event.target.value.length)
          }
          onBlur={onLeave}
          className="absolute inset-0 bg-sheet px-2 text-right font-semibold outline-2 outline-ember not-italic"
        />
      )}
    </div>
  );
}, looksTheSame);

/** Cells are computed anew each time; what counts is whether they look different. */
function looksTheSame(a: GridCellProps, b: GridCellProps): boolean {
  const [x, y] = [a.cell, b.cell];
  return (
    a.at === b.at &&
    a.label === b.label &&
    a.editing === b.editing &&
    a.isSelected === b.isSelected &&
    a.isInBlock === b.isInBlock &&
    a.isMarked === b.isMarked &&
    a.isOwnRow === b.isOwnRow &&
    a.isSum === b.isSum &&
    a.figure === b.figure &&
    x.value === y.value &&
    x.targetSource === y.targetSource &&
    x.allocatedFrom === y.allocatedFrom &&
    x.missing === y.missing &&
    x.active === y.active &&
    x.isClosed === y.isClosed
  );
}

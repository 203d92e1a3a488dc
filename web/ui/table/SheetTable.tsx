import {
  type Column as TableColumn,
  type ColumnDef,
  type ColumnSizingState,
  getCoreRowModel,
  useReactTable,
} from '@tanstack/react-table';
import { useVirtualizer } from '@tanstack/react-virtual';
import { ArrowDown, ArrowUp } from 'lucide-react';
import {
  type CSSProperties,
  type KeyboardEvent,
  type MouseEvent,
  type ReactNode,
  useRef,
  useState,
} from 'react';
import { EN_FRAME } from '#wording/messages/en/frame';
import { messagesOf } from '#wording/messages/translate';
import { classNames } from '../classNames';
import { ResizeHandle } from './ResizeHandle';

const t = messagesOf('frame', EN_FRAME);

export interface SheetColumn<Row> {
  key: string;
  heading: string;
  /** Pixels. */
  width: number;
  align?: 'left' | 'right';
  cell(row: Row): ReactNode;
  /** Whether rows can be sorted by it. */
  canSort?: boolean;
  /** An editor in place of the cell; `onDone` gives the keys back to the table. */
  edit?(row: Row, onDone: () => void): ReactNode;
}

interface SheetTableProps<Row> {
  label: string;
  columns: readonly SheetColumn<Row>[];
  rows: readonly Row[];
  keyOf(row: Row): number;
  widths: Readonly<Record<string, number>>;
  onWidths(widths: Record<string, number>): void;
  /** How many columns stay in sight. */
  frozen: number;
  sort: { key: string; isUp: boolean };
  onSort(key: string): void;
  isSelected(row: Row): boolean;
  /** `isRange`: all from the last one chosen to this one. */
  onSelect(row: Row, isRange: boolean): void;
  onSelectAll(): void;
  isAllSelected: boolean;
  onOpen(row: Row): void;
  onCopy(): void;
  isChosen(row: Row): boolean;
  mayEdit(row: Row): boolean;
  onNearEnd?(): void;
}

const ROW_HEIGHT = 29;
const MARK_WIDTH = 34;
const SMALLEST = 48;

/**
 * A table of any length with columns to choose, size and freeze. Arrows move from cell to cell,
 * Space selects, Shift extends, F2 edits a cell, Enter opens the row, Ctrl+C copies what is
 * selected. Only the rows in sight are drawn.
 */
export function SheetTable<Row>(props: SheetTableProps<Row>) {
  const { columns, rows, keyOf, frozen, widths, onWidths } = props;
  const scroller = useRef<HTMLDivElement>(null);
  const [editing, setEditing] = useState<{ row: number; key: string } | null>(null);
  const table = useReactTable({
    data: rows as Row[],
    columns: columns.map((column): ColumnDef<Row> => ({
      id: column.key,
      size: column.width,
      minSize: SMALLEST,
    })),
    getCoreRowModel: getCoreRowModel(),
    columnResizeMode: 'onChange',
    state: {
      columnSizing: widths,
      columnPinning: { left: columns.slice(0, frozen).map((column) => column.key) },
    },
    onColumnSizingChange: (change) =>
      onWidths(typeof change === 'function' ? change(widths as ColumnSizingState) : change),
  });
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW_HEIGHT,
    overscan: 12,
  });
  const items = virtual.getVirtualItems();
  const last = items.at(-1)?.index ?? 0;
  if (props.onNearEnd && rows.length > 0 && last >= rows.length - 20)
    queueMicrotask(props.onNearEnd);
  const headers = table.getFlatHeaders();
  const widthOfAll = MARK_WIDTH + table.getTotalSize();

  const place = (column: TableColumn<Row>): CSSProperties => ({
    width: column.getSize(),
    flexGrow: column.getIsPinned() ? 0 : column.getSize(),
    ...(column.getIsPinned()
      ? { position: 'sticky', left: MARK_WIDTH + column.getStart('left'), zIndex: 5 }
      : {}),
  });

  // By reference: two quick presses must move two cells, before anything is drawn.
  const at = useRef({ row: 0, column: 0 });
  const focusCell = (row: number, column: number) => {
    at.current = {
      row: Math.max(0, Math.min(rows.length - 1, row)),
      column: Math.max(0, Math.min(columns.length - 1, column)),
    };
    virtual.scrollToIndex(at.current.row);
    const focus = () => {
      const cell = scroller.current?.querySelector<HTMLElement>(
        `[data-cell="${at.current.row}:${at.current.column}"]`,
      );
      // Whoever has begun to type in it stays there.
      if (cell && !cell.contains(document.activeElement)) cell.focus();
    };
    // At once where the cell is drawn, so that no key is lost; again when it had to be scrolled to.
    focus();
    requestAnimationFrame(focus);
  };
  const startEdit = (row: number, column: number) => {
    const definition = columns[column];
    if (!definition?.edit || !props.mayEdit(rows[row]!)) return;
    at.current = { row, column };
    setEditing({ row: keyOf(rows[row]!), key: definition.key });
  };
  const onKey = (event: KeyboardEvent<HTMLDivElement>) => {
    if (editing || (event.target as HTMLElement).closest('input, button, [role="combobox"]'))
      return;
    const { row, column } = at.current;
    const moves: Record<string, [number, number]> = {
      ArrowDown: [row + 1, column],
      ArrowUp: [row - 1, column],
      ArrowRight: [row, column + 1],
      ArrowLeft: [row, column - 1],
      PageDown: [row + 15, column],
      PageUp: [row - 15, column],
      Home: event.ctrlKey ? [0, column] : [row, 0],
      End: event.ctrlKey ? [rows.length - 1, column] : [row, columns.length - 1],
    };
    const move = moves[event.key];
    const current = rows[row];
    if (!current) return;
    if (move) {
      if (event.shiftKey && event.key.startsWith('Arrow') && move[0] !== row && rows[move[0]]) {
        if (!props.isSelected(current)) props.onSelect(current, false);
        props.onSelect(rows[move[0]]!, true);
      }
      focusCell(...move);
    } else if (event.key === ' ') props.onSelect(current, event.shiftKey);
    else if (event.key === 'Enter') props.onOpen(current);
    else if (event.key === 'F2') startEdit(row, column);
    else if (
      (event.ctrlKey || event.metaKey) &&
      event.key === 'c' &&
      String(window.getSelection()) === ''
    )
      props.onCopy();
    else if ((event.ctrlKey || event.metaKey) && event.key === 'a') props.onSelectAll();
    else return;
    event.preventDefault();
  };
  const endEdit = () => {
    setEditing(null);
    focusCell(at.current.row, at.current.column);
  };

  return (
    <div
      ref={scroller}
      className="min-h-0 flex-1 overflow-auto text-[12.5px] [scrollbar-width:thin]"
    >
      <div
        role="grid"
        aria-label={props.label}
        aria-rowcount={rows.length + 1}
        aria-multiselectable
        style={{ minWidth: widthOfAll }}
      >
        <div role="rowgroup" className="sticky top-0 z-10 border-b border-line bg-sheet">
          <div
            role="row"
            aria-rowindex={1}
            className="flex items-center text-[12px] font-medium text-soft"
          >
            <div
              role="columnheader"
              className="sticky left-0 z-6 flex shrink-0 justify-center bg-sheet"
              style={{ width: MARK_WIDTH }}
            >
              <input
                type="checkbox"
                aria-label={t('selectAllThatAreLoaded')}
                checked={props.isAllSelected}
                onChange={props.onSelectAll}
              />
            </div>
            {headers.map((header, index) => {
              const column = columns[index]!;
              const isSorted = props.sort.key === column.key;
              return (
                <div
                  key={column.key}
                  role="columnheader"
                  aria-sort={isSorted ? (props.sort.isUp ? 'ascending' : 'descending') : undefined}
                  className={classNames(
                    'relative shrink-0 bg-sheet py-2',
                    column.align === 'right' && 'pr-1.5 text-right',
                    index === frozen - 1 && 'border-r border-line',
                  )}
                  style={place(header.column)}
                >
                  {column.canSort ? (
                    <button
                      type="button"
                      className="inline-flex max-w-full items-center gap-1 truncate px-1.5 hover:text-ink"
                      onClick={() => props.onSort(column.key)}
                    >
                      {column.heading}
                      {isSorted &&
                        (props.sort.isUp ? (
                          <ArrowUp size={12} aria-hidden />
                        ) : (
                          <ArrowDown size={12} aria-hidden />
                        ))}
                    </button>
                  ) : (
                    <span className="px-1.5">{column.heading}</span>
                  )}
                  <ResizeHandle
                    name={column.heading}
                    width={header.getSize()}
                    onDrag={header.getResizeHandler()}
                    onWidth={(width) =>
                      onWidths({ ...widths, [column.key]: Math.max(SMALLEST, width) })
                    }
                  />
                </div>
              );
            })}
          </div>
        </div>
        <div role="rowgroup" className="relative" style={{ height: virtual.getTotalSize() }}>
          {items.map(({ index, start }) => {
            const row = rows[index]!;
            const isSelected = props.isSelected(row);
            const select = (event: MouseEvent) => {
              event.stopPropagation();
              props.onSelect(row, event.shiftKey);
            };
            return (
              <div
                key={keyOf(row)}
                role="row"
                aria-rowindex={index + 2}
                aria-selected={isSelected}
                onKeyDown={onKey}
                onClick={() => {
                  if (!editing) props.onOpen(row);
                }}
                className={classNames(
                  'group absolute inset-x-0 flex cursor-pointer items-center border-b border-line/70',
                  isSelected || props.isChosen(row) ? 'bg-selected' : 'bg-sheet hover:bg-hover',
                )}
                style={{ transform: `translateY(${start}px)`, height: ROW_HEIGHT }}
              >
                <div
                  role="gridcell"
                  className="sticky left-0 z-6 flex h-full shrink-0 items-center justify-center bg-inherit"
                  style={{ width: MARK_WIDTH }}
                >
                  <input
                    type="checkbox"
                    tabIndex={-1}
                    aria-label={t('selectRow', { row: index + 1 })}
                    checked={isSelected}
                    onClick={select}
                    onChange={() => undefined}
                  />
                </div>
                {headers.map((header, columnIndex) => {
                  const column = columns[columnIndex]!;
                  const isEdited = editing?.row === keyOf(row) && editing.key === column.key;
                  return (
                    <div
                      key={column.key}
                      role="gridcell"
                      data-cell={`${index}:${columnIndex}`}
                      tabIndex={index === (items[0]?.index ?? 0) && columnIndex === 0 ? 0 : -1}
                      onFocus={() => (at.current = { row: index, column: columnIndex })}
                      onDoubleClick={(event) => {
                        event.stopPropagation();
                        startEdit(index, columnIndex);
                      }}
                      onClick={(event) => {
                        if (isEdited) event.stopPropagation();
                      }}
                      className={classNames(
                        'flex h-full shrink-0 items-center bg-inherit -outline-offset-2',
                        column.align === 'right' && 'justify-end pr-1.5',
                        columnIndex === frozen - 1 && 'border-r border-line',
                      )}
                      style={place(header.column)}
                    >
                      {isEdited ? (
                        column.edit!(row, endEdit)
                      ) : (
                        <span className="truncate px-1.5">{column.cell(row)}</span>
                      )}
                    </div>
                  );
                })}
              </div>
            );
          })}
        </div>
      </div>
    </div>
  );
}

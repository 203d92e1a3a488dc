import { useVirtualizer } from '@tanstack/react-virtual';
import { type KeyboardEvent, type ReactNode, useRef } from 'react';
import { classNames } from './classNames';

export interface Column<Row> {
  key: string;
  heading: ReactNode;
  /** A grid track: "70px", "minmax(120px, 1fr)". */
  width: string;
  align?: 'left' | 'right';
  cell(row: Row): ReactNode;
  /** What all rows come to; with one the table has a total row. */
  total?: ReactNode;
}

interface DataTableProps<Row> {
  label: string;
  columns: readonly Column<Row>[];
  rows: readonly Row[];
  keyOf(row: Row): string | number;
  onOpen?(row: Row): void;
  isChosen?(row: Row): boolean;
  /** Called near the end, to load more. */
  onNearEnd?(): void;
  /** Stands below the last row. */
  footer?: ReactNode;
}

const ROW_HEIGHT = 29;

/**
 * A table of any length: only the rows in sight are drawn. Arrow keys move from row to row, Enter
 * opens, e says how the row's figure is made where it can.
 */
export function DataTable<Row>({
  label,
  columns,
  rows,
  keyOf,
  onOpen,
  isChosen,
  onNearEnd,
  footer,
}: DataTableProps<Row>) {
  const scroller = useRef<HTMLDivElement>(null);
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW_HEIGHT,
    overscan: 12,
  });
  const template = columns.map((column) => column.width).join(' ');
  const items = virtual.getVirtualItems();
  const last = items.at(-1)?.index ?? 0;
  if (onNearEnd && rows.length > 0 && last >= rows.length - 20) queueMicrotask(onNearEnd);

  // By reference: two quick presses must move two rows, before anything is drawn.
  const at = useRef(0);
  const move = (event: KeyboardEvent<HTMLDivElement>) => {
    const index = Math.min(at.current, rows.length - 1);
    const to = {
      ArrowDown: index + 1,
      ArrowUp: index - 1,
      Home: 0,
      End: rows.length - 1,
      PageDown: index + 15,
      PageUp: index - 15,
    }[event.key];
    if (event.key === 'Enter' && onOpen) onOpen(rows[index]!);
    if (event.key === 'e') event.currentTarget.querySelector<HTMLElement>('[data-made]')?.click();
    if (to === undefined) return;
    event.preventDefault();
    const target = Math.max(0, Math.min(rows.length - 1, to));
    at.current = target;
    virtual.scrollToIndex(target);
    requestAnimationFrame(() =>
      scroller.current?.querySelector<HTMLElement>(`[data-index="${target}"]`)?.focus(),
    );
  };

  return (
    <div
      role="table"
      aria-label={label}
      aria-rowcount={rows.length + 1}
      className="min-h-0 flex-1 overflow-x-auto overflow-y-hidden text-[12.5px] [scrollbar-width:thin]"
    >
      <div className="flex h-full flex-col" style={{ minWidth: leastWidthOf(columns) }}>
        <div ref={scroller} className="min-h-0 flex-1 overflow-y-auto [scrollbar-width:thin]">
          <div role="rowgroup" className="sticky top-0 z-10 border-b border-line bg-sheet">
            <div
              role="row"
              className="grid items-center px-3 py-2 text-[12px] font-medium text-soft"
              style={{ gridTemplateColumns: template }}
            >
              {columns.map((column) => (
                <div
                  key={column.key}
                  role="columnheader"
                  className={classNames('px-1.5', column.align === 'right' && 'text-right')}
                >
                  {column.heading}
                </div>
              ))}
            </div>
          </div>
          <div role="rowgroup" className="relative" style={{ height: virtual.getTotalSize() }}>
            {items.map(({ index, start }) => {
              const row = rows[index]!;
              return (
                <div
                  key={keyOf(row)}
                  role="row"
                  aria-rowindex={index + 2}
                  data-index={index}
                  tabIndex={index === (items[0]?.index ?? 0) ? 0 : -1}
                  onKeyDown={move}
                  onFocus={() => (at.current = index)}
                  onClick={() => onOpen?.(row)}
                  className={classNames(
                    'absolute inset-x-0 grid items-center border-b border-line/70 px-3 -outline-offset-2',
                    onOpen && 'cursor-pointer hover:bg-hover',
                    isChosen?.(row) && 'bg-selected',
                  )}
                  style={{
                    transform: `translateY(${start}px)`,
                    height: ROW_HEIGHT,
                    gridTemplateColumns: template,
                  }}
                >
                  {columns.map((column) => (
                    <div
                      key={column.key}
                      role="cell"
                      className={classNames(
                        'truncate px-1.5',
                        column.align === 'right' && 'text-right',
                      )}
                    >
                      {column.cell(row)}
                    </div>
                  ))}
                </div>
              );
            })}
          </div>
        </div>
        {columns.some((column) => column.total !== undefined) && (
          <div role="rowgroup" className="border-t border-strong/40">
            <div
              role="row"
              className="grid items-center px-3 py-1.5 font-semibold"
              style={{ gridTemplateColumns: template }}
            >
              {columns.map((column) => (
                <div
                  key={column.key}
                  role="cell"
                  className={classNames(
                    'truncate px-1.5',
                    column.align === 'right' && 'text-right',
                  )}
                >
                  {column.total}
                </div>
              ))}
            </div>
          </div>
        )}
        {footer && (
          <div className="border-t border-line px-4 py-2 text-[12px] text-soft">{footer}</div>
        )}
      </div>
    </div>
  );
}

/** What the tracks take at least, with the room at both ends: narrower, the table scrolls sideways. */
function leastWidthOf<Row>(columns: readonly Column<Row>[]): number {
  return columns.reduce((sum, { width }) => sum + Number(/\d+/.exec(width)?.[0] ?? 0), 24);
}

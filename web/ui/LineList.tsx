import { useVirtualizer } from '@tanstack/react-virtual';
import { type KeyboardEvent, type ReactNode, useLayoutEffect, useRef, useState } from 'react';
import { classNames } from './classNames';

/** A row of a table where there is room for two lines only. */
export interface Line {
  /** Before both lines: a place, a tick. */
  lead?: ReactNode;
  title: ReactNode;
  note: ReactNode;
  /** At the end of the first line. */
  value: ReactNode;
  /** At the end of the second. */
  beside?: ReactNode;
  /** Under both, over the whole width. */
  bar?: ReactNode;
}

interface LineListProps<Row> {
  label: string;
  rows: readonly Row[];
  keyOf(row: Row): string | number;
  toLine(row: Row): Line;
  onOpen?(row: Row): void;
  isChosen?(row: Row): boolean;
  onNearEnd?(): void;
  /** What all come to, and what is said below. */
  footer?: ReactNode;
}

const LINE_HEIGHT = 58;
const BAR_HEIGHT = 14;

/**
 * A table as a list of two lines, for a phone: it scrolls with the page, and only the rows in sight
 * are drawn. Arrow keys move from row to row, Enter opens.
 */
export function LineList<Row>(props: LineListProps<Row>) {
  const { label, rows, keyOf, toLine, onOpen, isChosen, onNearEnd, footer } = props;
  const list = useRef<HTMLDivElement>(null);
  const [margin, setMargin] = useState(0);
  const hasBar = rows.length > 0 && toLine(rows[0]!).bar !== undefined;
  const height = LINE_HEIGHT + (hasBar ? BAR_HEIGHT : 0);
  useLayoutEffect(() => {
    const page = list.current!.closest('main');
    if (page)
      setMargin(
        list.current!.getBoundingClientRect().top -
          page.getBoundingClientRect().top +
          page.scrollTop,
      );
  }, [rows]);
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => list.current?.closest('main') ?? null,
    estimateSize: () => height,
    scrollMargin: margin,
    overscan: 8,
  });
  const items = virtual.getVirtualItems();
  const last = items.at(-1)?.index ?? 0;
  if (onNearEnd && rows.length > 0 && last >= rows.length - 20) queueMicrotask(onNearEnd);

  const at = useRef(0);
  const onKey = (event: KeyboardEvent) => {
    if (event.key === 'Enter') onOpen?.(rows[at.current]!);
    const step = { ArrowDown: 1, ArrowUp: -1 }[event.key];
    if (step === undefined) return;
    event.preventDefault();
    const to = Math.max(0, Math.min(rows.length - 1, at.current + step));
    at.current = to;
    virtual.scrollToIndex(to);
    requestAnimationFrame(() =>
      list.current?.querySelector<HTMLElement>(`[data-index="${to}"]`)?.focus(),
    );
  };
  return (
    <div>
      <div
        ref={list}
        role="list"
        aria-label={label}
        className="relative"
        style={{ height: virtual.getTotalSize() }}
      >
        {items.map(({ index, start }) => {
          const row = rows[index]!;
          const { lead, title, note, value, beside, bar } = toLine(row);
          return (
            <div
              key={keyOf(row)}
              role="listitem"
              data-index={index}
              tabIndex={index === (items[0]?.index ?? 0) ? 0 : -1}
              onKeyDown={onKey}
              onFocus={() => (at.current = index)}
              onClick={() => onOpen?.(row)}
              className={classNames(
                'absolute inset-x-0 flex gap-2.5 border-b border-line px-3 py-2 -outline-offset-2',
                onOpen && 'cursor-pointer',
                isChosen?.(row) && 'bg-selected',
              )}
              style={{ height, transform: `translateY(${start - margin}px)` }}
            >
              {lead !== undefined && <div className="w-[42px] shrink-0 text-[15px]">{lead}</div>}
              <div className="min-w-0 flex-1">
                <div className="flex items-baseline justify-between gap-3">
                  <span className="min-w-0 truncate text-[14px] font-semibold">{title}</span>
                  <span className="shrink-0 text-[15px] font-semibold">{value}</span>
                </div>
                <div className="flex items-baseline justify-between gap-3 text-[12.5px] text-soft">
                  <span className="min-w-0 truncate">{note}</span>
                  {beside !== undefined && <span className="shrink-0">{beside}</span>}
                </div>
                {bar !== undefined && <div className="mt-1">{bar}</div>}
              </div>
            </div>
          );
        })}
      </div>
      {footer && <div className="px-3 py-2 text-[12px] text-soft">{footer}</div>}
    </div>
  );
}

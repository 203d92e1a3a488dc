import { useVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useRef, useState } from 'react';
import type { ActivityGrid } from '#contract/schemas/activity';
import type { FigureUnit } from '#core/money/figureUnit';
import { formatColumn, formatExact } from '#wording/numbers/format';
import { classNames } from '../ui/classNames';
import { type Selection, single, toBlockOf } from '../ui/grid/selection';
import { useActivityKeys } from './useActivityKeys';
import type { useActivitySaves } from './useActivitySaves';

const ROW_HEIGHT = 30;

interface ActivitySheetProps {
  grid: ActivityGrid;
  figure: FigureUnit;
  saves: ReturnType<typeof useActivitySaves>;
}

/**
 * Units by months or days. What is typed stands out; a unit with others below shows in grey what
 * they come to together.
 */
export function ActivitySheet({ grid, figure, saves }: ActivitySheetProps) {
  const scroller = useRef<HTMLDivElement>(null);
  const [chosen, setSelection] = useState<Selection>(single(Math.min(1, grid.rows.length - 1), 0));
  const [editing, setEditing] = useState<string | null>(null);
  const isLeftByKey = useRef(false);
  const fits =
    Math.max(chosen.row, chosen.anchorRow) < grid.rows.length &&
    Math.max(chosen.column, chosen.anchorColumn) < grid.columns.length;
  const selection = fits ? chosen : single(0, 0);
  const { onKeyDown, onPaste, onCopy, commit, startEdit, shownAt } = useActivityKeys({
    grid,
    figure,
    selection,
    onSelect: setSelection,
    saves,
    editing,
    setEditing,
    isLeftByKey,
  });
  const virtual = useVirtualizer({
    count: grid.rows.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW_HEIGHT,
    overscan: 8,
    scrollPaddingStart: ROW_HEIGHT,
  });
  const template = `minmax(170px,1fr) repeat(${grid.columns.length}, ${grid.columns.length > 14 ? 52 : 74}px)`;
  const block = toBlockOf(selection);

  useEffect(() => {
    virtual.scrollToIndex(selection.row);
    // Focus follows the selection only where the grid already has it.
    if (
      editing !== null ||
      !(isLeftByKey.current || scroller.current?.contains(document.activeElement))
    )
      return;
    isLeftByKey.current = false;
    scroller.current?.querySelector<HTMLElement>('[data-selected="true"]')?.focus();
  }, [selection, editing, virtual]);

  return (
    <div
      ref={scroller}
      role="grid"
      aria-label={`${grid.measure.name} of ${grid.unit.name}`}
      aria-rowcount={grid.rows.length + 1}
      aria-multiselectable
      onKeyDown={onKeyDown}
      onPaste={onPaste}
      onCopy={onCopy}
      className="min-h-0 flex-1 overflow-auto rounded-sheet border border-line bg-sheet text-[12.5px] [scrollbar-width:thin]"
    >
      <div className="min-w-max">
        <div
          role="row"
          aria-rowindex={1}
          className="sticky top-0 z-20 grid border-b border-line bg-sheet text-[12px] font-medium text-soft"
          style={{ height: ROW_HEIGHT, gridTemplateColumns: template }}
        >
          <div
            role="columnheader"
            className="sticky left-0 z-10 flex items-center border-r border-line bg-sheet px-2.5"
          >
            {grid.measure.name}
          </div>
          {grid.columns.map((column) => (
            <div
              key={column.id}
              role="columnheader"
              title={column.name}
              className="flex items-center justify-end px-2"
            >
              {column.shortName}
            </div>
          ))}
        </div>
        <div role="rowgroup" className="relative" style={{ height: virtual.getTotalSize() }}>
          {virtual.getVirtualItems().map(({ index, start }) => {
            const row = grid.rows[index]!;
            return (
              <div
                key={row.unit.id}
                role="row"
                aria-rowindex={index + 2}
                className="absolute inset-x-0 grid border-b border-line/80"
                style={{
                  height: ROW_HEIGHT,
                  gridTemplateColumns: template,
                  transform: `translateY(${start}px)`,
                }}
              >
                <div
                  role="rowheader"
                  className={classNames(
                    'sticky left-0 z-10 flex items-center truncate border-r border-line bg-sheet pr-2',
                    row.unit.kind !== 'salesperson' && 'font-semibold',
                    ['pl-2.5', 'pl-5', 'pl-8', 'pl-11'][row.depth] ?? 'pl-11',
                  )}
                >
                  {row.unit.name}
                </div>
                {grid.columns.map((column, at) => {
                  const isSelected = selection.row === index && selection.column === at;
                  const isIn =
                    index >= block.top &&
                    index <= block.bottom &&
                    at >= block.left &&
                    at <= block.right;
                  if (isSelected && editing !== null) {
                    return (
                      <input
                        key={column.id}
                        autoFocus
                        aria-label={`${row.unit.name}, ${column.name}`}
                        value={editing}
                        onChange={(event) => setEditing(event.target.value)}
                        onBlur={() => commit({ rows: 0, columns: 0 })}
                        className="z-10 w-full border-2 border-ember bg-sheet px-1.5 text-right outline-none"
                      />
                    );
                  }
                  const own = row.own[at] ?? null;
                  const whole = row.whole[at] ?? null;
                  return (
                    <div
                      key={column.id}
                      role="gridcell"
                      tabIndex={isSelected ? 0 : -1}
                      data-selected={isSelected}
                      aria-selected={isIn}
                      aria-label={describeCell(
                        `${row.unit.name}, ${column.name}`,
                        own,
                        whole,
                        figure,
                      )}
                      title={describeCell(`${row.unit.name}, ${column.name}`, own, whole, figure)}
                      onPointerDown={(event) => {
                        event.currentTarget.focus();
                        setSelection(
                          event.shiftKey
                            ? { ...selection, row: index, column: at }
                            : single(index, at),
                        );
                      }}
                      onPointerOver={(event) => {
                        if (event.buttons === 1)
                          setSelection({ ...selection, row: index, column: at });
                      }}
                      onDoubleClick={() => startEdit(shownAt(index, at))}
                      className={classNames(
                        'flex items-center justify-end px-2 outline-none',
                        isIn && 'bg-selected',
                        isSelected && 'ring-2 ring-ember ring-inset',
                        own !== null ? 'font-semibold' : 'text-soft',
                        row.on[at] === null && own === null && 'bg-cell',
                      )}
                    >
                      {own !== null
                        ? formatColumn(own, figure)
                        : whole !== null
                          ? formatColumn(whole, figure)
                          : ''}
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

function describeCell(
  name: string,
  own: number | null,
  whole: number | null,
  figure: FigureUnit,
): string {
  return `${name}: ${own !== null ? formatExact(own, figure) : whole !== null ? `${formatExact(whole, figure)} together` : 'nothing typed'}`;
}

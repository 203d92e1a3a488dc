import { useVirtualizer } from '@tanstack/react-virtual';
import { useCallback, useEffect, useRef, useState } from 'react';
import { EN_PLAN } from '#wording/messages/en/plan';
import { messagesOf } from '#wording/messages/translate';
import { formatColumn } from '#wording/numbers/format';
import { shippedWord } from '#wording/shipped';
import { classNames } from '../ui/classNames';
import { single, toBlockOf } from '../ui/grid/selection';
import type { PlanGridProps } from './gridProps';
import { PlanRow, ROW_HEIGHT } from './PlanRow';
import { cellAt, type Sheet, totalOf } from './sheet';
import { useGridKeys } from './useGridKeys';
import type { SheetCell } from './workbench';

const t = messagesOf('plan', EN_PLAN);

/** Heading and the lines that stay in sight below. */
const BESIDE_ROWS = 126;
const OWN_TARGET = {
  company: t('companyTarget'),
  branch: t('branchTarget'),
  team: t('teamTarget'),
  salesperson: t('target'),
} as const;

/**
 * Units by periods. Type, move, select, paste as in a spreadsheet; only the rows in sight are
 * drawn.
 */
export function PlanGrid(props: PlanGridProps) {
  const { sheet, period, selection, onSelect } = props;
  const { bench } = sheet;
  const { figure } = bench;
  const scroller = useRef<HTMLDivElement>(null);
  const [editing, startWith] = useState<string | null>(null);
  // What is being typed, by reference: a key must not draw the grid anew.
  const typed = useRef('');
  const onType = useCallback((text: string) => {
    typed.current = text;
  }, []);
  const setEditing = (text: string | null) => {
    typed.current = text ?? '';
    startWith(text);
  };
  const virtual = useVirtualizer({
    count: sheet.ownRow,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW_HEIGHT,
    overscan: 8,
    scrollPaddingStart: 32,
    scrollPaddingEnd: BESIDE_ROWS - 32,
  });
  // Set when a cell is left by a key: the focus goes back to the grid, not to nowhere.
  const isLeftByKey = useRef(false);
  const { onKeyDown, onPaste, onCopy, commit, startEditing } = useGridKeys({
    ...props,
    isEditing: editing !== null,
    typed,
    setEditing,
    isLeftByKey,
  });
  // The newest commit behind a function that never changes: cells keep it and are not drawn anew
  // for it.
  const newestCommit = useRef(commit);
  newestCommit.current = commit;
  const onLeave = useCallback(() => newestCommit.current({ rows: 0, columns: 0 }), []);
  const isWide = sheet.grain !== 'quarter';
  // Eight figures and their separators need more room than seven.
  const isLong = formatColumn(totalOf(sheet, sheet.ownRow).value ?? 0, figure).length > 9;
  const template = isWide
    ? `150px repeat(${sheet.columns.length}, ${sheet.grain === 'days' ? 62 : isLong ? 84 : 70}px)`
    : 'minmax(140px,1.2fr) repeat(4, minmax(74px,0.8fr)) minmax(74px,0.8fr) 92px minmax(70px,0.7fr)';
  // A ratio's target is not divided: that of the whole is everybody's.
  const isAdded = sheet.ownRow > 0 && bench.kind.overUnits === 'adds';
  const block = toBlockOf(selection);
  const largest = Math.max(
    1,
    ...sheet.rows
      .slice(0, sheet.ownRow)
      .flatMap((row, index) => (row.depth === 1 ? [totalOf(sheet, index).value ?? 0] : [])),
  );

  useEffect(() => {
    const { scrollOffset, scrollRect } = virtual;
    const top = selection.row * ROW_HEIGHT;
    // Asking for what is in sight already would lay the page out once more for nothing.
    const isInSight =
      top >= (scrollOffset ?? 0) &&
      top + ROW_HEIGHT <= (scrollOffset ?? 0) + (scrollRect?.height ?? 0) - BESIDE_ROWS;
    if (selection.row < sheet.ownRow && !isInSight) virtual.scrollToIndex(selection.row);
  }, [selection.row, sheet.ownRow, virtual]);
  useEffect(() => {
    // Focus follows the selection only where the grid already has it.
    if (
      editing !== null ||
      !(isLeftByKey.current || scroller.current?.contains(document.activeElement))
    )
      return;
    isLeftByKey.current = false;
    scroller.current?.querySelector<HTMLElement>('[data-selected="true"]')?.focus();
  }, [selection, editing]);

  const renderRow = (rowIndex: number, top: number | null, name: string) => {
    const isInBlockRow = rowIndex >= block.top && rowIndex <= block.bottom;
    const isSelectedRow = selection.row === rowIndex;
    return (
      <PlanRow
        key={sheet.rows[rowIndex]!.unit.code}
        sheet={sheet}
        rowIndex={rowIndex}
        name={name}
        top={top}
        template={template}
        stamp={bench.versionOf(sheet.rows[rowIndex]!.unit.id)}
        largest={largest}
        period={period}
        selectedColumn={isSelectedRow ? selection.column : null}
        blockFrom={isInBlockRow ? block.left : 0}
        blockTo={isInBlockRow ? block.right : -1}
        editing={isSelectedRow ? editing : null}
        onType={onType}
        onLeave={onLeave}
      />
    );
  };

  return (
    <div
      ref={scroller}
      role="grid"
      aria-label={t('targetsOf', {
        measure: shippedWord(bench.sheet.measure.name),
        unit: bench.unit.name,
      })}
      aria-rowcount={sheet.rows.length + 1}
      aria-multiselectable
      onKeyDown={onKeyDown}
      onPaste={onPaste}
      onCopy={onCopy}
      onPointerDown={(event) => {
        const at = findAt(event.target);
        if (!at || editing !== null) return;
        at.element.focus();
        onSelect(
          event.shiftKey
            ? { ...selection, row: at.row, column: at.column }
            : single(at.row, at.column),
        );
      }}
      onPointerOver={(event) => {
        const at = event.buttons === 1 && editing === null ? findAt(event.target) : null;
        if (at) onSelect({ ...selection, row: at.row, column: at.column });
      }}
      onDoubleClick={(event) => {
        if (findAt(event.target)) startEditing();
      }}
      className="relative min-h-0 overflow-auto rounded-sheet border border-line bg-sheet text-[12.5px] [scrollbar-width:thin]"
    >
      <div className={isWide ? 'w-max' : ''}>
        <div
          role="row"
          aria-rowindex={1}
          className="sticky top-0 z-20 grid border-b border-line bg-sheet text-[12px] font-medium text-soft"
          style={{ height: 30, gridTemplateColumns: template }}
        >
          <div
            role="columnheader"
            className="sticky left-0 z-10 flex items-center truncate border-r border-line bg-sheet px-2.5"
            title={
              bench.rate === null
                ? undefined
                : t('fixedRate', {
                    currency: bench.currency,
                    rate: bench.rate,
                    reporting: bench.sheet.currency,
                  })
            }
          >
            {bench.rate === null
              ? (figure.currency ?? shippedWord(bench.sheet.measure.name))
              : t('ownRate', {
                  currency: bench.currency,
                  rate: bench.rate,
                  reporting: bench.sheet.currency,
                })}
          </div>
          {sheet.columns.map((column) => (
            <div
              key={column.period.id}
              role="columnheader"
              title={column.fullName}
              className={classNames(
                'flex items-center justify-end px-2',
                column.period.id === period && 'text-ember-text',
                column.isSum && 'font-semibold text-ink',
              )}
            >
              {column.name}
            </div>
          ))}
          {!isWide &&
            [t('priorYearColumn'), t('growthAsked'), t('share')].map((name) => (
              <div
                key={name}
                role="columnheader"
                className={classNames('flex items-center px-2', name !== 'Share' && 'justify-end')}
              >
                {name}
              </div>
            ))}
        </div>
        <div role="rowgroup" className="relative" style={{ height: virtual.getTotalSize() }}>
          {virtual
            .getVirtualItems()
            .map(({ index, start }) => renderRow(index, start, sheet.rows[index]!.unit.name))}
        </div>
        <div role="rowgroup" className="sticky bottom-0 z-20 border-t-2 border-strong bg-sheet">
          {isAdded && (
            <SumRow
              name={t('allocated')}
              sheet={sheet}
              template={template}
              show={(cell) =>
                cell.allocated === null ? '–' : formatColumn(cell.allocated, figure)
              }
            />
          )}
          {renderRow(
            sheet.ownRow,
            null,
            sheet.ownRow > 0 ? OWN_TARGET[bench.unit.kind] : bench.unit.name,
          )}
          {isAdded && (
            <SumRow
              name={t('unallocatedLine')}
              isRest
              sheet={sheet}
              template={template}
              show={(cell) =>
                cell.unallocated === null ? '–' : formatColumn(cell.unallocated, figure)
              }
            />
          )}
        </div>
      </div>
    </div>
  );
}

/** The cell under a pointer. */
function findAt(target: EventTarget): { element: HTMLElement; row: number; column: number } | null {
  const element = (target as HTMLElement).closest<HTMLElement>('[data-at]');
  if (!element) return null;
  const [row, column] = element.dataset['at']!.split(':').map(Number);
  return { element, row: row!, column: column! };
}

interface SumRowProps {
  name: string;
  sheet: Sheet;
  template: string;
  isRest?: boolean;
  show(cell: SheetCell): string;
}

/** A line that is computed and cannot be typed into. */
function SumRow({ name, sheet, template, isRest = false, show }: SumRowProps) {
  return (
    <div
      role="row"
      className={classNames('grid border-b border-line/80', !isRest && 'bg-cell')}
      style={{ height: ROW_HEIGHT, gridTemplateColumns: template }}
    >
      <div
        role="rowheader"
        className={classNames(
          'sticky left-0 z-10 flex items-center border-r border-line px-2.5',
          isRest ? 'bg-sheet text-grade-1' : 'bg-cell font-semibold',
        )}
      >
        {name}
      </div>
      {sheet.columns.map((column, index) => {
        const cell = cellAt(sheet, sheet.ownRow, index);
        const isFault = isRest && cell.unallocated !== null && cell.unallocated !== 0;
        return (
          <div
            key={column.period.id}
            role="gridcell"
            className={classNames(
              'flex items-center justify-end px-2',
              !isRest && 'font-semibold',
              isFault && 'bg-danger-soft font-semibold text-grade-1',
            )}
          >
            {show(cell)}
            {!isRest && cell.missingBelow > 0 && (
              <span
                title={t('targetsAreMissing', { missingBelow: cell.missingBelow })}
                className="ml-1 text-grade-1"
              >
                *
              </span>
            )}
          </div>
        );
      })}
    </div>
  );
}

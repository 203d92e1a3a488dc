import { useVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useRef, useState } from 'react';
import { formatColumn } from '#core/money/format';
import { changeOf } from '#core/comparison/change';
import { showChange } from '#core/status/percent';
import { classNames } from '../ui/classNames';
import { GridCell } from './GridCell';
import type { PlanGridProps } from './gridProps';
import { isInBlock, single, toBlockOf } from './selection';
import { cellAt, totalOf, type Sheet } from './sheet';
import type { SheetCell } from './workbench';
import { useGridKeys } from './useGridKeys';

const ROW_HEIGHT = 30;
const OWN_TARGET = { company: 'Company target', branch: 'Branch target', team: 'Team target', salesperson: 'Target' } as const;

/** Units by periods. Type, move, select, paste as in a spreadsheet; only the rows in sight are drawn. */
export function PlanGrid(props: PlanGridProps) {
  const { sheet, period, selection, onSelect } = props;
  const { bench } = sheet;
  const { figure } = bench;
  const scroller = useRef<HTMLDivElement>(null);
  const [editing, setEditing] = useState<string | null>(null);
  const virtual = useVirtualizer({ count: sheet.ownRow, getScrollElement: () => scroller.current, estimateSize: () => ROW_HEIGHT, overscan: 12, scrollPaddingStart: 32, scrollPaddingEnd: 94 });
  // Set when a cell is left by a key: the focus goes back to the grid, not to nowhere.
  const isLeftByKey = useRef(false);
  const { onKeyDown, onPaste, onCopy, commit } = useGridKeys({ ...props, editing, setEditing, isLeftByKey });
  const isWide = sheet.grain !== 'quarter';
  const template = isWide ? `150px repeat(${sheet.columns.length}, ${sheet.grain === 'days' ? 62 : 84}px)` : 'minmax(140px,1.2fr) repeat(4, minmax(74px,0.8fr)) minmax(74px,0.8fr) 92px minmax(70px,0.7fr)';
  const block = toBlockOf(selection);
  const largest = Math.max(1, ...sheet.rows.slice(0, sheet.ownRow).flatMap((row, index) => (row.depth === 1 ? [totalOf(sheet, index).value ?? 0] : [])));

  useEffect(() => {
    if (selection.row < sheet.ownRow) virtual.scrollToIndex(selection.row);
  }, [selection.row, sheet.ownRow, virtual]);
  useEffect(() => {
    // Focus follows the selection only where the grid already has it.
    if (editing !== null || !(isLeftByKey.current || scroller.current?.contains(document.activeElement))) return;
    isLeftByKey.current = false;
    scroller.current?.querySelector<HTMLElement>('[data-selected="true"]')?.focus();
  }, [selection, editing]);

  const renderRow = (rowIndex: number, style: React.CSSProperties, name: string) => {
    const row = sheet.rows[rowIndex]!;
    const total = totalOf(sheet, rowIndex);
    const growth = total.value === null || total.lastYear === null ? null : changeOf(total.value, total.lastYear);
    const isGroup = row.unit.kind !== 'salesperson';
    return (
      <div key={row.unit.code} role="row" aria-rowindex={rowIndex + 2} className="grid border-b border-line/80" style={{ ...style, height: ROW_HEIGHT, gridTemplateColumns: template }}>
        <div role="rowheader" className={classNames('sticky left-0 z-10 flex items-center truncate border-r border-line bg-sheet', isGroup && 'font-semibold')} style={{ paddingLeft: rowIndex === sheet.ownRow ? 10 : 10 + (row.depth - 1) * 14 }} title={name}><span className="truncate">{name}</span></div>
        {sheet.columns.map((column, columnIndex) => {
          const isSelected = selection.row === rowIndex && selection.column === columnIndex;
          return (
            <GridCell
              key={column.period.id}
              cell={cellAt(sheet, rowIndex, columnIndex)}
              isOwnRow={rowIndex === sheet.ownRow && sheet.ownRow > 0}
              column={column}
              figure={figure}
              label={`${name}, ${column.fullName}`}
              isSelected={isSelected}
              isInBlock={isInBlock(block, rowIndex, columnIndex)}
              isMarked={column.period.id === period}
              editing={isSelected ? editing : null}
              onEdit={setEditing}
              onCommit={commit}
              onPress={(isExtending) => onSelect(isExtending ? { ...selection, row: rowIndex, column: columnIndex } : single(rowIndex, columnIndex))}
              onDrag={() => onSelect({ ...selection, row: rowIndex, column: columnIndex })}
            />
          );
        })}
        {!isWide && (
          <>
            <div role="gridcell" className="flex items-center justify-end px-2 text-soft">{total.lastYear === null ? '' : formatColumn(total.lastYear, figure)}</div>
            <div role="gridcell" className="flex items-center justify-end px-2">{growth === null ? '' : growth.share === null ? (growth.isNew ? 'new' : '–') : showChange(growth.share)}</div>
            <div role="gridcell" aria-label={total.value === null || rowIndex === sheet.ownRow ? undefined : `share of the largest: ${Math.round((total.value / largest) * 100)}%`} className="flex items-center px-2">
              {total.value !== null && rowIndex !== sheet.ownRow && <span aria-hidden className={classNames('block h-[9px]', isGroup ? 'bg-now/55' : 'bg-now')} style={{ width: `${Math.min(100, (total.value / largest) * 100)}%` }} />}
            </div>
          </>
        )}
      </div>
    );
  };

  return (
    <div
      ref={scroller}
      role="grid"
      aria-label={`${bench.sheet.measure.name} targets of ${bench.unit.name}`}
      aria-rowcount={sheet.rows.length + 1}
      aria-multiselectable
      onKeyDown={onKeyDown}
      onPaste={onPaste}
      onCopy={onCopy}
      className="relative min-h-0 overflow-auto rounded-sheet border border-line bg-sheet text-[12.5px] [scrollbar-width:thin]"
    >
      <div className={isWide ? 'w-max' : ''}>
        <div role="row" aria-rowindex={1} className="sticky top-0 z-20 grid border-b border-line bg-sheet text-[12px] font-medium text-soft" style={{ height: 30, gridTemplateColumns: template }}>
          <div role="columnheader" className="sticky left-0 z-10 flex items-center border-r border-line bg-sheet px-2.5">{figure.currency ?? 'deals'}</div>
          {sheet.columns.map((column) => <div key={column.period.id} role="columnheader" title={column.fullName} className={classNames('flex items-center justify-end px-2', column.period.id === period && 'text-ember-text', column.isSum && 'font-semibold text-ink')}>{column.name}</div>)}
          {!isWide && ['Last year', 'Growth asked', 'Share'].map((name) => <div key={name} role="columnheader" className={classNames('flex items-center px-2', name !== 'Share' && 'justify-end')}>{name}</div>)}
        </div>
        <div role="rowgroup" className="relative" style={{ height: virtual.getTotalSize() }}>
          {virtual.getVirtualItems().map(({ index, start }) => renderRow(index, { position: 'absolute', top: start, left: 0, right: 0 }, sheet.rows[index]!.unit.name))}
        </div>
        <div role="rowgroup" className="sticky bottom-0 z-20 border-t-2 border-strong bg-sheet">
          {sheet.ownRow > 0 && <SumRow name="Handed out" sheet={sheet} template={template} show={(cell) => (cell.handedOut === null ? '–' : formatColumn(cell.handedOut, figure))} />}
          {renderRow(sheet.ownRow, {}, sheet.ownRow > 0 ? OWN_TARGET[bench.unit.kind] : bench.unit.name)}
          {sheet.ownRow > 0 && <SumRow name="Not handed out" isRest sheet={sheet} template={template} show={(cell) => (cell.notHandedOut === null ? '–' : formatColumn(cell.notHandedOut, figure))} />}
        </div>
      </div>
    </div>
  );
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
    <div role="row" className={classNames('grid border-b border-line/80', !isRest && 'bg-cell')} style={{ height: ROW_HEIGHT, gridTemplateColumns: template }}>
      <div role="rowheader" className={classNames('sticky left-0 z-10 flex items-center border-r border-line px-2.5', isRest ? 'bg-sheet text-grade-1' : 'bg-cell font-semibold')}>{name}</div>
      {sheet.columns.map((column, index) => {
        const cell = cellAt(sheet, sheet.ownRow, index);
        const isFault = isRest && cell.notHandedOut !== null && cell.notHandedOut !== 0;
        return <div key={column.period.id} role="gridcell" className={classNames('flex items-center justify-end px-2', !isRest && 'font-semibold', isFault && 'bg-danger-soft font-semibold text-grade-1')}>{show(cell)}{!isRest && cell.missingBelow > 0 && <span title={`${cell.missingBelow} targets are missing`} className="ml-1 text-grade-1">*</span>}</div>;
      })}
    </div>
  );
}

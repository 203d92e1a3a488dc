import { memo } from 'react';
import { changeOf } from '#core/comparison/change';
import { EN_PLAN } from '#wording/messages/en/plan';
import { messagesOf } from '#wording/messages/translate';
import { formatColumn } from '#wording/numbers/format';
import { showChange } from '#wording/numbers/percent';
import { classNames } from '../ui/classNames';
import { GridCell } from './GridCell';
import { cellAt, type Sheet, totalOf } from './sheet';

const t = messagesOf('plan', EN_PLAN);

export const ROW_HEIGHT = 30;

interface PlanRowProps {
  sheet: Sheet;
  rowIndex: number;
  name: string;
  /** Where the row stands among the others; null for the unit's own, which stays in sight. */
  top: number | null;
  template: string;
  /** Another one whenever a cell of the row may have changed: only then is the row drawn anew. */
  stamp: object;
  largest: number;
  period: string;
  selectedColumn: number | null;
  blockFrom: number;
  blockTo: number;
  editing: string | null;
  onType(text: string): void;
  onLeave(): void;
}

/** A unit's line: its targets, and beside a quarter what they ask against last year. */
export const PlanRow = memo(function PlanRow({
  sheet,
  rowIndex,
  name,
  top,
  template,
  largest,
  period,
  selectedColumn,
  blockFrom,
  blockTo,
  editing,
  onType,
  onLeave,
}: PlanRowProps) {
  const { figure } = sheet.bench;
  const row = sheet.rows[rowIndex]!;
  const total = totalOf(sheet, rowIndex);
  const isOwnRow = rowIndex === sheet.ownRow;
  const isGroup = row.unit.kind !== 'salesperson';
  const style = top === null ? {} : { position: 'absolute' as const, top, left: 0, right: 0 };
  return (
    <div
      role="row"
      aria-rowindex={rowIndex + 2}
      className="grid border-b border-line/80"
      style={{ ...style, height: ROW_HEIGHT, gridTemplateColumns: template }}
    >
      <div
        role="rowheader"
        className={classNames(
          'sticky left-0 z-10 flex items-center truncate border-r border-line bg-sheet',
          isGroup && 'font-semibold',
        )}
        style={{ paddingLeft: isOwnRow ? 10 : 10 + (row.depth - 1) * 14 }}
        title={name}
      >
        <span className="truncate">{name}</span>
      </div>
      {sheet.columns.map((column, index) => (
        <GridCell
          key={column.period.id}
          at={`${rowIndex}:${index}`}
          cell={cellAt(sheet, rowIndex, index)}
          isOwnRow={isOwnRow && sheet.ownRow > 0}
          isSum={column.isSum}
          figure={figure}
          label={`${name}, ${column.fullName}`}
          isSelected={selectedColumn === index}
          isInBlock={index >= blockFrom && index <= blockTo}
          isMarked={column.period.id === period}
          editing={selectedColumn === index ? editing : null}
          onType={onType}
          onLeave={onLeave}
        />
      ))}
      {sheet.grain === 'quarter' && (
        <Beside
          value={total.value}
          priorYear={total.priorYear}
          largest={isOwnRow ? null : largest}
          isGroup={isGroup}
          sheet={sheet}
        />
      )}
    </div>
  );
});

interface BesideProps {
  value: number | null;
  priorYear: number | null;
  /** What the share is drawn against; null: no share. */
  largest: number | null;
  isGroup: boolean;
  sheet: Sheet;
}

/** Last year, the growth asked, and the share of the largest. */
function Beside({ value, priorYear, largest, isGroup, sheet }: BesideProps) {
  const growth = value === null || priorYear === null ? null : changeOf(value, priorYear);
  const share = value === null || largest === null ? null : Math.min(100, (value / largest) * 100);
  return (
    <>
      <div role="gridcell" className="flex items-center justify-end px-2 text-soft">
        {priorYear === null ? '' : formatColumn(priorYear, sheet.bench.figure)}
      </div>
      <div role="gridcell" className="flex items-center justify-end px-2">
        {growth === null
          ? ''
          : growth.share === null
            ? growth.isNew
              ? t('new')
              : '–'
            : showChange(growth.share)}
      </div>
      <div
        role="gridcell"
        aria-label={
          share === null ? undefined : t('shareOfTheLargest', { share: Math.round(share) })
        }
        className="flex items-center px-2"
      >
        {share !== null && (
          <span
            aria-hidden
            className={classNames('block h-[9px]', isGroup ? 'bg-now/55' : 'bg-now')}
            style={{ width: `${share}%` }}
          />
        )}
      </div>
    </>
  );
}

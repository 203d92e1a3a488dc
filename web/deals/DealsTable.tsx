import { useMemo, useRef } from 'react';
import type { Deal, DealInput } from '#contract/schemas/deal';
import type { DealViewState } from '#contract/schemas/dealView';
import type { Lookups } from '#contract/schemas/list';
import { type Day, parseDay } from '#core/period/day';
import { shortDay } from '#wording/period';
import { LineList } from '../ui/LineList';
import { type SheetColumn, SheetTable } from '../ui/table/SheetTable';
import { useIsNarrowerThan } from '../ui/useScreen';
import { CellEditor, EDITABLE } from './table/CellEditor';
import { type DealColumn, inOwnMoney, StatusWord } from './table/columns';

interface DealsTableProps {
  deals: readonly Deal[];
  columns: readonly DealColumn[];
  state: DealViewState;
  lists: Lookups | undefined;
  today: Day;
  mayBook: boolean;
  /** Id of the opened deal. */
  opened: string | null;
  selected: ReadonlySet<number> | 'all';
  onSelected(ids: ReadonlySet<number>): void;
  onLayout(over: { widths: Record<string, number> }): void;
  onSort(column: DealColumn): void;
  onOpen(deal: Deal): void;
  onCopy(): void;
  onSave(deal: Deal, over: Partial<DealInput>): Promise<string | null>;
  onNearEnd(): void;
}

/** The deals that match, as a sheet: chosen columns, selection, changes in place. */
export function DealsTable({
  deals,
  columns,
  state,
  lists,
  today,
  mayBook,
  opened,
  selected,
  onSelected,
  onLayout,
  onSort,
  onOpen,
  onCopy,
  onSave,
  onNearEnd,
}: DealsTableProps) {
  const lastPicked = useRef<number | null>(null);
  const shown = useMemo(
    () =>
      columns.map((column): SheetColumn<Deal> => {
        const editable = EDITABLE.find((each) => each === column.key);
        return {
          key: column.key,
          heading: column.name,
          width: column.width,
          align: column.align,
          cell: column.cell,
          canSort: column.sort !== undefined,
          ...(editable
            ? {
                edit: (deal: Deal, onDone: () => void) => (
                  <CellEditor
                    deal={deal}
                    column={editable}
                    lists={lists}
                    today={today}
                    onSave={onSave}
                    onDone={onDone}
                  />
                ),
              }
            : {}),
        };
      }),
    [columns, lists, today, onSave],
  );
  const isSelected = (deal: Deal) => selected === 'all' || selected.has(deal.id);
  const select = (deal: Deal, isRange: boolean) => {
    const next = new Set(selected === 'all' ? deals.map((each) => each.id) : selected);
    const at = deals.findIndex((each) => each.id === deal.id);
    const from = deals.findIndex((each) => each.id === lastPicked.current);
    if (isRange && from >= 0)
      for (const each of deals.slice(Math.min(at, from), Math.max(at, from) + 1)) next.add(each.id);
    else if (next.has(deal.id)) next.delete(deal.id);
    else next.add(deal.id);
    lastPicked.current = deal.id;
    onSelected(next);
  };
  const isPhone = useIsNarrowerThan('phone');
  if (isPhone)
    return (
      <LineList
        label="Deals"
        rows={deals}
        keyOf={(deal) => deal.id}
        onOpen={onOpen}
        onNearEnd={onNearEnd}
        isChosen={(deal) => String(deal.id) === opened}
        toLine={(deal) => ({
          title: deal.customer,
          value: inOwnMoney(deal),
          note: [shortDay(parseDay(deal.day)!, true), deal.product, deal.salespersonName]
            .filter(Boolean)
            .join(' · '),
          beside: <StatusWord deal={deal} />,
        })}
      />
    );
  const isAllSelected = deals.length > 0 && deals.every(isSelected);
  return (
    <SheetTable
      label="Deals"
      columns={shown}
      rows={deals}
      keyOf={(deal) => deal.id}
      widths={state.widths}
      onWidths={(widths) =>
        onLayout({
          widths: Object.fromEntries(
            Object.entries(widths).map(([key, width]) => [key, Math.round(width)]),
          ),
        })
      }
      frozen={state.frozen}
      sort={{
        key: columns.find((column) => column.sort === state.sort)?.key ?? '',
        isUp: state.order === 'asc',
      }}
      onSort={(key) => onSort(columns.find((column) => column.key === key)!)}
      isSelected={isSelected}
      onSelect={select}
      onSelectAll={() =>
        onSelected(isAllSelected ? new Set() : new Set(deals.map((deal) => deal.id)))
      }
      isAllSelected={isAllSelected}
      onOpen={onOpen}
      onCopy={onCopy}
      isChosen={(deal) => String(deal.id) === opened}
      mayEdit={(deal) => mayBook && deal.voidedAt === null}
      onNearEnd={onNearEnd}
    />
  );
}

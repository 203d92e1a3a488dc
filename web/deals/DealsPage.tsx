import { useCallback, useMemo, useState } from 'react';
import {
  type Deal,
  DEAL_GROUPS,
  DEAL_STATUSES,
  type DealFilterQuery,
  type DealInput,
} from '#contract/schemas/deal';
import { tallyOf } from '#core/deal/tally';
import { parseDay } from '#core/period/day';
import { formatCount, formatExact } from '#wording/numbers/format';
import { useGetCompanyQuery, useGetMeQuery } from '../app/api';
import { useCustomFields } from '../app/customFields/api';
import { FailureNote } from '../app/FailureNote';
import { ImportDialog } from '../app/files/ImportDialog';
import { usePickListsQuery } from '../app/files/pickLists';
import { usePlace } from '../app/place';
import { useGroupDealsQuery, useListDealsInfiniteQuery } from '../records/api';
import { BulkDialog } from '../records/BulkDialog';
import { DealDialog } from '../records/deal/DealDialog';
import { DealsTabs } from '../records/RecordTabs';
import { useNames } from '../records/useNames';
import { Button } from '../ui/Button';
import { classNames } from '../ui/classNames';
import { INPUT } from '../ui/Field';
import { toBlock } from '../ui/grid/clipboard';
import { Loading } from '../ui/Loading';
import { useSay } from '../ui/Toasts';
import { DealsTable } from './DealsTable';
import { ExportMenu } from './ExportMenu';
import { ImportsDialog } from './ImportsDialog';
import { buildColumns } from './table/columns';
import { ColumnsMenu } from './table/ColumnsMenu';
import { FilterChips, FilterMenu } from './table/FilterMenu';
import { listActive } from './table/filterWords';
import { GROUP_NAMES, GroupsTable } from './table/GroupsTable';
import { SelectionBar } from './table/SelectionBar';
import { useInlineSave } from './table/useInlineSave';
import { useTableState } from './table/useTableState';
import { ViewsMenu } from './table/ViewsMenu';

const NONE: ReadonlySet<number> = new Set();
/** By which filter a group opens to its deals. */
const isFilter = (by: string): boolean => !['salesperson', 'month'].includes(by);

/**
 * The book of a unit and period: filter, sort, group, add up, change, book. What is open lives in
 * the address.
 */
export function DealsPage() {
  const { unit, period, measure, go } = usePlace();
  const { search, state, put, clear, show, changeLayout } = useTableState();
  const { data: me } = useGetMeQuery();
  const { data: company } = useGetCompanyQuery();
  const { data: lists } = usePickListsQuery();
  const [selected, setSelected] = useState<ReadonlySet<number> | 'all'>(NONE);
  const [isChanging, setChanging] = useState(false);
  const { filter, sort, order, by } = state;
  const place = { unit, period };
  const query: DealFilterQuery = { ...place, ...filter };
  const isReady = Boolean(unit && period);
  const { data, error, isFetching, hasNextPage, fetchNextPage, refetch } =
    useListDealsInfiniteQuery({ ...query, sort, order }, { skip: !isReady });
  const { data: groups, error: groupsError } = useGroupDealsQuery(
    { ...query, by: by ?? 'customer' },
    { skip: !isReady || by === null },
  );
  const deals = useMemo(() => data?.pages.flatMap((page) => page.deals) ?? [], [data]);
  const totals = data?.pages.at(-1);
  const names = useNames(unit, period, measure);
  const reporting = company?.currency ?? 'EUR';
  const custom = useCustomFields('deal');
  const all = useMemo(() => buildColumns(reporting, custom), [reporting, custom]);
  const columns = useMemo(
    () => state.columns.flatMap((key) => all.find((column) => column.key === key) ?? []),
    [all, state.columns],
  );
  const save = useInlineSave();
  const say = useSay();

  const money = (minor: number) => formatExact(minor, { kind: 'money', currency: reporting });
  const mayBook = me !== undefined && me.role !== 'viewer';
  const opened = search.get('book');
  const active = listActive(filter, custom);
  const chosen = selected === 'all' ? deals : deals.filter((deal) => selected.has(deal.id));
  const tallies =
    selected === 'all' && totals
      ? totals
      : chosen.length === 0
        ? null
        : {
            count: chosen.length,
            won: tallyOf(chosen.filter((deal) => deal.status === 'won')),
            open: tallyOf(chosen.filter((deal) => deal.status === 'open')),
          };
  const change = (changes: Record<string, string | null>) => {
    setSelected(NONE);
    put(changes);
  };
  const copy = () => {
    const picked = chosen.length > 0 ? chosen : [];
    if (picked.length === 0) return;
    void navigator.clipboard.writeText(
      toBlock([
        columns.map((column) => column.name),
        ...picked.map((deal) => columns.map((column) => column.text(deal))),
      ]),
    );
    say(
      `${formatCount(picked.length)} ${picked.length === 1 ? 'row is' : 'rows are'} on the clipboard, with their heading.`,
    );
  };
  const saveCell = useCallback((deal: Deal, over: Partial<DealInput>) => save(deal, over), [save]);

  return (
    <div className="flex h-full flex-col gap-2.5 max-phone:h-auto px-[18px] max-phone:px-3 pt-3 pb-4">
      <DealsTabs />
      <div className="flex items-start justify-between gap-x-4 gap-y-2 max-desk:flex-col">
        <h1>
          {totals ? (
            <>
              {names.unit} has {formatCount(totals.won.count)} won{' '}
              {totals.won.count === 1 ? 'deal' : 'deals'} worth {money(totals.won.credited)} in{' '}
              {names.period}
              {totals.open.count > 0 && (
                <>
                  , and {formatCount(totals.open.count)} open worth {money(totals.open.credited)}
                </>
              )}
              {active.length > 0 && <span className="text-soft"> (filtered)</span>}.
            </>
          ) : (
            'Deals'
          )}
        </h1>
        <div className="flex shrink-0 flex-wrap gap-2">
          <ExportMenu query={query} />
          {mayBook && (
            <Button onClick={() => put({ import: 'made' })}>Imports and bulk edits…</Button>
          )}
          {mayBook && <Button onClick={() => put({ import: 'deals' })}>Import…</Button>}
          {mayBook && (
            <Button kind="main" onClick={() => put({ book: 'new' })}>
              Book a deal&ensp;n
            </Button>
          )}
        </div>
      </div>
      <div className="flex flex-wrap items-center gap-2">
        <div
          role="group"
          aria-label="Status"
          className="flex overflow-hidden rounded-sheet border border-strong/30"
        >
          {([null, ...DEAL_STATUSES] as const).map((each) => (
            <button
              key={each ?? 'all'}
              type="button"
              aria-pressed={(filter.status ?? null) === each}
              onClick={() => change({ status: each })}
              className={classNames(
                'h-[28px] px-3 capitalize',
                (filter.status ?? null) === each
                  ? 'bg-accent text-on-accent'
                  : 'bg-sheet hover:bg-hover',
              )}
            >
              {each ?? 'all'}
            </button>
          ))}
        </div>
        <Find value={filter.search ?? ''} onChange={(find) => change({ find })} />
        <FilterMenu filter={filter} lists={lists} custom={custom} onChange={change} />
        <label className="flex items-center gap-1.5">
          Group by
          <select
            aria-label="Group by"
            className="h-[28px] rounded-sheet border border-strong/30 bg-sheet px-1.5"
            value={by ?? ''}
            onChange={(event) => change({ by: event.target.value || null })}
          >
            <option value="">deal</option>
            {DEAL_GROUPS.map((each) => (
              <option key={each} value={each}>
                {GROUP_NAMES[each].toLowerCase()}
              </option>
            ))}
          </select>
        </label>
        {by === null && (
          <ColumnsMenu
            all={all}
            shown={state.columns}
            frozen={state.frozen}
            onChange={changeLayout}
          />
        )}
        <ViewsMenu state={state} unitName={names.unit} onShow={show} />
      </div>
      <FilterChips active={active} onChange={change} onClear={clear} />
      {error ? (
        <FailureNote failure={error} onRetry={() => void refetch()} />
      ) : groupsError && by ? (
        <FailureNote failure={groupsError} />
      ) : !data ? (
        <Loading what="deals" />
      ) : (
        <section
          aria-label="Deals"
          className={classNames(
            'flex min-h-0 flex-1 flex-col rounded-sheet border border-line bg-sheet',
            isFetching && deals.length === 0 && 'opacity-50',
          )}
        >
          {deals.length === 0 ? (
            <Empty
              isFiltered={active.length > 0}
              names={names}
              mayBook={mayBook}
              onBook={() => put({ book: 'new' })}
              onClear={clear}
            />
          ) : by !== null ? (
            groups ? (
              <GroupsTable
                data={groups}
                by={by}
                reporting={reporting}
                onOpen={(group) => {
                  if (group.key === null) return;
                  if (by === 'salesperson') go({ unit: group.key });
                  else if (by === 'month') go({ period: group.key });
                  if (isFilter(by)) change({ by: null, [by]: group.key });
                }}
              />
            ) : (
              <Loading what="groups" />
            )
          ) : (
            <DealsTable
              deals={deals}
              columns={columns}
              state={state}
              lists={lists}
              today={parseDay(company?.today ?? '1970-01-01')!}
              mayBook={mayBook}
              opened={opened}
              selected={selected}
              onSelected={setSelected}
              onLayout={changeLayout}
              onSort={(column) =>
                change({
                  sort: column.sort!,
                  order: sort === column.sort && order === 'desc' ? 'asc' : 'desc',
                })
              }
              onOpen={(deal) => put({ book: String(deal.id) })}
              onCopy={copy}
              onSave={saveCell}
              onNearEnd={() => {
                if (hasNextPage && !isFetching) void fetchNextPage();
              }}
            />
          )}
          {deals.length > 0 && totals && (
            <SelectionBar
              all={totals}
              selected={tallies}
              loaded={by === null ? deals.length : totals.count}
              isEverything={selected === 'all'}
              reporting={reporting}
              mayBook={mayBook && filter.voided !== true}
              onEverything={() => setSelected('all')}
              onNone={() => setSelected(NONE)}
              onCopy={copy}
              onChange={() => setChanging(true)}
            />
          )}
        </section>
      )}
      {isChanging && tallies && (
        <BulkDialog
          chosen={selected === 'all' ? { filter: query } : { ids: chosen.map((deal) => deal.id) }}
          count={tallies.count}
          onClose={() => setChanging(false)}
          onDone={() => {
            setChanging(false);
            setSelected(NONE);
          }}
        />
      )}
      {opened && /^\d+$/.test(opened) && (
        <DealDialog
          key={opened}
          id={Number(opened)}
          onClose={() => put({ book: null })}
          onOpen={(id) => put({ book: String(id) })}
        />
      )}
      {search.get('import') === 'made' && <ImportsDialog onClose={() => put({ import: null })} />}
      {search.get('import') === 'deals' && (
        <ImportDialog kind="deals" onClose={() => put({ import: null })} />
      )}
    </div>
  );
}

function Find({ value, onChange }: { value: string; onChange(find: string | null): void }) {
  const take = (text: string) => {
    if (text.trim() !== value) onChange(text.trim() || null);
  };
  return (
    <input
      type="search"
      aria-label="Find in deals"
      placeholder="Customer, person, id or note"
      defaultValue={value}
      key={value}
      className={`${INPUT} h-[28px] max-w-[210px]`}
      onKeyDown={(event) => {
        if (event.key === 'Enter') take(event.currentTarget.value);
      }}
      onBlur={(event) => take(event.target.value)}
    />
  );
}

function Empty({
  isFiltered,
  names,
  mayBook,
  onBook,
  onClear,
}: {
  isFiltered: boolean;
  names: { unit: string; period: string };
  mayBook: boolean;
  onBook(): void;
  onClear(): void;
}) {
  return (
    <div className="p-6">
      <p className="font-semibold">
        {isFiltered
          ? 'No deal matches the filters.'
          : `No deal of ${names.unit} in ${names.period}.`}
      </p>
      <p className="mt-1 text-soft">
        {isFiltered
          ? 'Remove a filter, or choose another unit or period.'
          : 'Book one, import a file, or choose another unit or period.'}
      </p>
      <div className="mt-3 flex gap-2">
        {isFiltered && <Button onClick={onClear}>Remove all filters</Button>}
        {mayBook && (
          <Button kind="main" onClick={onBook}>
            Book a deal
          </Button>
        )}
      </div>
    </div>
  );
}

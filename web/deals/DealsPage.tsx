import { useCallback, useMemo } from 'react';
import { useSearchParams } from 'react-router';
import { DEAL_STATUSES, type DealQuery, type DealStatus } from '#contract/schemas/deal';
import { formatExact } from '#core/money/format';
import { useGetCompanyQuery, useGetMeQuery, useGetStripQuery, useGetTreeQuery } from '../app/api';
import { FailureNote } from '../app/FailureNote';
import { ImportDialog } from '../app/files/ImportDialog';
import { usePlace } from '../app/place';
import { Button } from '../ui/Button';
import { classNames } from '../ui/classNames';
import { INPUT } from '../ui/Field';
import { Loading } from '../ui/Loading';
import { DealDialog } from './DealDialog';
import { DealsTable } from './DealsTable';
import { DealsTabs } from './DealsTabs';
import { ImportsDialog } from './ImportsDialog';
import { useListDealsInfiniteQuery } from './api';

/** The book of a unit and period: filter, sum, open, book. What is open lives in the address. */
export function DealsPage() {
  const { unit, period, measure } = usePlace();
  const [search, setSearch] = useSearchParams();
  const { data: me } = useGetMeQuery();
  const { data: company } = useGetCompanyQuery();
  const status = DEAL_STATUSES.find((each) => each === search.get('status'));
  const find = search.get('find') ?? '';
  const isVoided = search.get('voided') === 'yes';
  const query: DealQuery = { unit, period, ...(status ? { status } : {}), ...(find ? { search: find } : {}), ...(isVoided ? { voided: true } : {}) };
  const { data, error, isFetching, hasNextPage, fetchNextPage, refetch } = useListDealsInfiniteQuery(query, { skip: !unit || !period });
  const deals = useMemo(() => data?.pages.flatMap((page) => page.deals) ?? [], [data]);
  const totals = data?.pages.at(-1);
  const names = useNames(unit, period, measure);

  const put = useCallback((changes: Record<string, string | null>) => setSearch((old) => {
    const next = new URLSearchParams(old);
    for (const [key, value] of Object.entries(changes)) value === null ? next.delete(key) : next.set(key, value);
    return next;
  }, { replace: true }), [setSearch]);

  const money = (minor: number) => formatExact(minor, { kind: 'money', currency: company?.currency ?? 'EUR' });
  const mayBook = me !== undefined && me.role !== 'viewer';
  const opened = search.get('book');

  return (
    <div className="flex h-full flex-col gap-3 px-[18px] pt-3 pb-4">
      <DealsTabs />
      <div className="flex items-start justify-between gap-4">
        <h1>
          {totals ? <>{names.unit} has {totals.won.count.toLocaleString('en-GB')} won {totals.won.count === 1 ? 'deal' : 'deals'} worth {money(totals.won.credited)} in {names.period}{totals.open.count > 0 && <>, and {totals.open.count.toLocaleString('en-GB')} open worth {money(totals.open.credited)}</>}.</> : 'Deals'}
        </h1>
        <div className="flex shrink-0 gap-2">
          <a href="/api/v1/files/deals" download className="inline-flex h-[30px] items-center rounded-sheet border border-strong/25 bg-sheet px-3 font-medium hover:bg-hover">Export</a>
          {mayBook && <Button onClick={() => put({ import: 'made' })}>Past imports…</Button>}
          {mayBook && <Button onClick={() => put({ import: 'deals' })}>Import…</Button>}
          {mayBook && <Button kind="main" onClick={() => put({ book: 'new' })}>Book a deal&ensp;n</Button>}
        </div>
      </div>
      <Filters status={status} find={find} isVoided={isVoided} onChange={put} />
      {error ? <FailureNote failure={error} onRetry={() => void refetch()} /> : !data ? <Loading what="deals" /> : (
        <section aria-label="Deals" className={classNames('flex min-h-0 flex-1 flex-col rounded-sheet border border-line bg-sheet', isFetching && deals.length === 0 && 'opacity-50')}>
          {deals.length === 0
            ? <Empty isFiltered={Boolean(status || find || isVoided)} names={names} mayBook={mayBook} onBook={() => put({ book: 'new' })} onClear={() => put({ status: null, find: null, voided: null })} />
            : (
              <DealsTable
                deals={deals}
                reporting={company?.currency ?? 'EUR'}
                chosen={opened}
                onOpen={(deal) => put({ book: String(deal.id) })}
                onNearEnd={() => { if (hasNextPage && !isFetching) void fetchNextPage(); }}
                footer={<>{totals!.count.toLocaleString('en-GB')} deals match; {deals.length.toLocaleString('en-GB')} loaded. Only won deals count as booked: {money(totals!.won.credited)}.</>}
              />
            )}
        </section>
      )}
      {opened && <DealDialog key={opened} id={opened === 'new' ? null : Number(opened)} onClose={() => put({ book: null })} />}
      {search.get('import') === 'made' && <ImportsDialog onClose={() => put({ import: null })} />}
      {search.get('import') === 'deals' && <ImportDialog kind="deals" onClose={() => put({ import: null })} />}
    </div>
  );
}

/** The names of the chosen unit and period, as the frame already knows them. */
function useNames(unit: string, period: string, measure: string): { unit: string; period: string } {
  const { data: nodes } = useGetTreeQuery({ period, measure }, { skip: !period });
  const year = /^FY\d{4}/.exec(period)?.[0];
  const { data: strip } = useGetStripQuery({ unit, measure, ...(year ? { year } : {}) }, { skip: !unit });
  const named = strip && [strip.year, ...strip.quarters, ...strip.months].find((cell) => cell.period.id === period);
  return { unit: nodes?.find((node) => node.unit.code === unit)?.unit.name ?? unit, period: named?.period.name ?? period };
}

interface FiltersProps {
  status: DealStatus | undefined;
  find: string;
  isVoided: boolean;
  onChange(changes: Record<string, string | null>): void;
}

function Filters({ status, find, isVoided, onChange }: FiltersProps) {
  const chip = (name: string, clear: Record<string, null>) => (
    <button key={name} type="button" onClick={() => onChange(clear)} className="rounded-full border border-strong/30 bg-selected px-2.5 py-0.5" aria-label={`Remove the filter ${name}`}>{name} ✕</button>
  );
  return (
    <div className="flex items-center gap-2.5">
      <div role="group" aria-label="Status" className="flex overflow-hidden rounded-sheet border border-strong/30">
        {([null, ...DEAL_STATUSES] as const).map((each) => (
          <button key={each ?? 'all'} type="button" aria-pressed={(status ?? null) === each} onClick={() => onChange({ status: each })} className={classNames('h-[28px] px-3 capitalize', (status ?? null) === each ? 'bg-accent text-on-accent' : 'bg-sheet hover:bg-hover')}>{each ?? 'all'}</button>
        ))}
      </div>
      <input type="search" aria-label="Find in deals" placeholder="Customer, person, id or note" defaultValue={find} key={find} className={`${INPUT} h-[30px] max-w-[260px]`} onKeyDown={(event) => { if (event.key === 'Enter') onChange({ find: event.currentTarget.value.trim() || null }); }} onBlur={(event) => { if (event.target.value.trim() !== find) onChange({ find: event.target.value.trim() || null }); }} />
      <label className="flex items-center gap-1.5"><input type="checkbox" checked={isVoided} onChange={(event) => onChange({ voided: event.target.checked ? 'yes' : null })} />Voided deals instead</label>
      {(status || find || isVoided) && <span className="text-soft">Filtered:</span>}
      {status && chip(status, { status: null })}
      {find && chip(`“${find}”`, { find: null })}
      {isVoided && chip('voided', { voided: null })}
    </div>
  );
}

function Empty({ isFiltered, names, mayBook, onBook, onClear }: { isFiltered: boolean; names: { unit: string; period: string }; mayBook: boolean; onBook(): void; onClear(): void }) {
  return (
    <div className="p-6">
      <p className="font-semibold">{isFiltered ? 'No deal matches the filters.' : `No deal of ${names.unit} in ${names.period}.`}</p>
      <p className="mt-1 text-soft">{isFiltered ? 'Remove a filter, or choose another unit or period.' : 'Book one, import a file, or choose another unit or period.'}</p>
      <div className="mt-3 flex gap-2">{isFiltered && <Button onClick={onClear}>Remove all filters</Button>}{mayBook && <Button kind="main" onClick={onBook}>Book a deal</Button>}</div>
    </div>
  );
}

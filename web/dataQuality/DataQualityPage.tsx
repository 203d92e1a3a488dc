import { useEffect, useState } from 'react';
import { Link, useLocation } from 'react-router';
import type { DataQuality } from '#contract/schemas/customer';
import { formatCount, formatExact } from '#wording/numbers/format';
import { api, useGetCompanyQuery, useGetMeQuery } from '../app/api';
import { useGetDataQualityQuery } from '../app/dataQuality';
import { FailureNote } from '../app/FailureNote';
import { MergeDialog } from '../app/lists/MergeDialog';
import { useAppDispatch } from '../app/store';
import { wholeBook } from '../app/wholeBook';
import { useDismissDuplicatesMutation } from '../records/customersApi';
import { DATA_QUALITY_WORDS } from '../records/dataQualityWords';
import { DealDialog } from '../records/deal/DealDialog';
import { DealsTabs } from '../records/RecordTabs';
import { Button } from '../ui/Button';
import { Loading } from '../ui/Loading';

/** One list of what to fix, each with what it is about and where it is put right. */
export function DataQualityPage() {
  const { data, error, refetch } = useGetDataQualityQuery(undefined, {
    refetchOnMountOrArgChange: true,
  });
  const { data: company } = useGetCompanyQuery();
  const dispatch = useAppDispatch();
  // The count in the frame is of a moment ago; here it has just been computed.
  useEffect(() => {
    if (data) dispatch(api.util.invalidateTags(['CareCount']));
  }, [data, dispatch]);
  const { data: me } = useGetMeQuery();
  const { search } = useLocation();
  const [opened, setOpened] = useState<number | null>(null);
  if (error)
    return (
      <div className="flex flex-col gap-3 px-[18px] max-phone:px-3 pt-3">
        <DealsTabs />
        <FailureNote failure={error} onRetry={() => void refetch()} />
      </div>
    );
  if (!data)
    return (
      <div className="px-[18px] max-phone:px-3 pt-3">
        <DealsTabs />
        <Loading what="what to fix" />
      </div>
    );
  const toDeals = (filter: Record<string, string>) => {
    const params = new URLSearchParams(search);
    for (const [key, value] of Object.entries(filter)) params.set(key, value);
    if (company) params.set('period', wholeBook(company.today));
    return `?${params}`;
  };
  const waiting = data.counts.filter((each) => each.count > 0);
  return (
    <div className="flex min-h-full flex-col gap-3 px-[18px] max-phone:px-3 pt-3 pb-4">
      <DealsTabs />
      <h1>
        {data.total === 0
          ? data.counts.some((each) => each.kind === 'missingCost')
            ? 'Nothing to fix. Every deal has its people, its dates and its cost.'
            : 'Nothing to fix. Every deal has its people and its dates.'
          : `${formatCount(data.total)} ${data.total === 1 ? 'thing' : 'things'} to fix.`}
      </h1>
      {waiting.length > 0 && (
        <ul aria-label="What to fix" className="rounded-sheet border border-line bg-sheet">
          {waiting.map(({ kind, count, amount }) => {
            const words = DATA_QUALITY_WORDS[kind];
            const to = words.to
              ? { pathname: words.to, search }
              : words.filter
                ? { pathname: '/deals', search: toDeals(words.filter) }
                : null;
            return (
              <li
                key={kind}
                className="grid grid-cols-[70px_minmax(0,1fr)_auto] items-center gap-3 border-b border-line/70 px-4 py-2 last:border-0"
              >
                <span className="text-right text-[17px] font-semibold">{formatCount(count)}</span>
                <span>
                  <span className="font-medium">{words.title}</span>
                  {amount !== null && (
                    <span className="text-soft">
                      , worth{' '}
                      {formatExact(amount, { kind: 'money', currency: company?.currency ?? 'EUR' })}
                    </span>
                  )}
                  <span className="block text-[12px] text-soft">
                    {words.why} {words.what}
                  </span>
                </span>
                {to ? (
                  <Link
                    className="inline-flex h-[28px] items-center rounded-sheet border border-strong/25 px-3 font-medium hover:bg-hover"
                    to={to}
                  >
                    Show<span className="sr-only"> {words.title}</span>
                  </Link>
                ) : (
                  <span className="text-[12px] text-soft">below</span>
                )}
              </li>
            );
          })}
        </ul>
      )}
      {data.duplicates.length > 0 && (
        <Duplicates
          duplicates={data.duplicates}
          mayBook={me?.role !== 'viewer'}
          onOpen={setOpened}
        />
      )}
      {data.similarNames.length > 0 && <Names names={data.similarNames} />}
      {opened !== null && (
        <DealDialog
          key={opened}
          id={opened}
          onClose={() => {
            setOpened(null);
            void refetch();
          }}
          onOpen={setOpened}
        />
      )}
    </div>
  );
}

function Duplicates({
  duplicates,
  mayBook,
  onOpen,
}: {
  duplicates: DataQuality['duplicates'];
  mayBook: boolean;
  onOpen(id: number): void;
}) {
  const [apart] = useDismissDuplicatesMutation();
  return (
    <section
      aria-label="Likely booked twice"
      className="rounded-sheet border border-line bg-sheet p-3"
    >
      <h2 className="mb-1">Likely booked twice</h2>
      <ul>
        {duplicates.map((double) => (
          <li
            key={double.deals.map((deal) => deal.id).join()}
            className="flex items-center justify-between gap-3 border-t border-line/70 py-1"
          >
            <span>
              {double.customer}, {double.salespersonName}, {double.amount} {double.currency}:{' '}
              {double.deals.map((deal, index) => (
                <span key={deal.id}>
                  {index > 0 && ' and '}
                  <button type="button" className="underline" onClick={() => onOpen(deal.id)}>
                    {deal.deal}
                  </button>{' '}
                  <span className="text-soft">{deal.day}</span>
                </span>
              ))}
            </span>
            {mayBook && (
              <Button
                kind="quiet"
                className="h-[24px] text-[12px]"
                onClick={() =>
                  void apart({ kind: 'deal', ids: double.deals.map((deal) => deal.id) })
                }
              >
                They are different
                <span className="sr-only">
                  : {double.deals.map((deal) => deal.deal).join(' and ')}
                </span>
              </Button>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}

function Names({ names }: { names: DataQuality['similarNames'] }) {
  const [apart] = useDismissDuplicatesMutation();
  const [merging, setMerging] = useState<DataQuality['similarNames'][number] | null>(null);
  return (
    <section
      aria-label="Customers with similar names"
      className="rounded-sheet border border-line bg-sheet p-3"
    >
      <h2 className="mb-1">Customers with similar names</h2>
      <ul>
        {names.map((pair) => (
          <li
            key={`${pair.left.id} ${pair.right.id}`}
            className="flex items-center justify-between gap-3 border-t border-line/70 py-1"
          >
            <span>
              {pair.left.name} <span className="text-soft">and</span> {pair.right.name}
            </span>
            <span className="flex gap-1">
              <Button
                kind="quiet"
                className="h-[24px] text-[12px]"
                onClick={() => setMerging(pair)}
              >
                Merge…<span className="sr-only"> {pair.right.name}</span>
              </Button>
              <Button
                kind="quiet"
                className="h-[24px] text-[12px]"
                onClick={() => void apart({ kind: 'customer', ids: [pair.left.id, pair.right.id] })}
              >
                They are different
                <span className="sr-only">
                  : {pair.left.name} and {pair.right.name}
                </span>
              </Button>
            </span>
          </li>
        ))}
      </ul>
      {merging && (
        <MergeDialog
          list="customer"
          one="customer"
          from={merging.right}
          others={[merging.left]}
          onClose={() => setMerging(null)}
        />
      )}
    </section>
  );
}

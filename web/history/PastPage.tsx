import { useMemo, useState } from 'react';
import type { WhatChanged } from '#contract/schemas/dealHistory';
import { parseDay } from '#core/period/day';
import { CHANGE_WORDS } from '#wording/changes';
import { toMomentOf } from '#wording/moment';
import { formatCount, formatExact, withSign } from '#wording/numbers/format';
import { useAddress } from '../app/address';
import { useGetCompanyQuery, useGetFreshnessQuery } from '../app/api';
import { FailureNote } from '../app/FailureNote';
import { Moment, useTimeZone } from '../app/Moment';
import { usePlace } from '../app/place';
import { useGetWhatChangedQuery, useListDealsAsOfQuery } from '../figures/changes';
import { listPresets } from '../figures/moments';
import { DealDialog } from '../records/deal/DealDialog';
import { DealsTabs } from '../records/RecordTabs';
import { useNames } from '../records/useNames';
import { Button } from '../ui/Button';
import { classNames } from '../ui/classNames';
import { DataTable } from '../ui/DataTable';
import { Field } from '../ui/Field';
import { Loading } from '../ui/Loading';
import { MomentField } from './MomentField';

/** What changed the figure between two moments, in money, and the book as it stood at the first. */
export function PastPage() {
  const { unit, period, measure } = usePlace();
  const { search, put } = useAddress();
  const { data: company } = useGetCompanyQuery();
  const { data: freshness } = useGetFreshnessQuery();
  const timeZone = useTimeZone();
  const [opened, setOpened] = useState<number | null>(null);
  // By the business date, as all else: a demonstration may have a fixed one.
  const presets = useMemo(
    () => listPresets(parseDay(company?.today ?? '1970-01-01')!, freshness?.lastWorkingDay ?? null),
    [company, freshness],
  );
  const from = search.get('from') ?? presets[1]!.at;
  const to = search.get('to') ?? '';
  const isBook = search.get('show') === 'book';
  const [fromMoment, toMomentText] = [toMomentOf(from, timeZone), toMomentOf(to, timeZone)];
  const isReady = Boolean(unit && period && company && fromMoment);
  const query = {
    unit,
    period,
    from: fromMoment ?? '',
    ...(toMomentText ? { to: toMomentText } : {}),
  };
  const { data, error, isFetching, refetch } = useGetWhatChangedQuery(query, {
    skip: !isReady || isBook,
  });
  const names = useNames(unit, period, measure);
  const unitOf = { kind: 'money' as const, currency: company?.currency ?? 'EUR' };
  const toggle = (is: boolean, word: string) => (
    <button
      type="button"
      aria-pressed={isBook === is}
      onClick={() => put({ show: is ? 'book' : null })}
      className={classNames(
        'h-[28px] px-3',
        isBook === is ? 'bg-accent text-on-accent' : 'bg-sheet hover:bg-hover',
      )}
    >
      {word}
    </button>
  );
  return (
    <div className="flex h-full flex-col gap-2.5 px-[18px] max-phone:px-3 pt-3 pb-4">
      <DealsTabs />
      <h1 aria-live="polite">
        {isBook
          ? `The book of ${names.unit} for ${names.period}, as it stood`
          : data
            ? describe(names, data, unitOf)
            : 'What changed'}
      </h1>
      <div className="flex flex-wrap items-end gap-3">
        <div
          role="group"
          aria-label="What is shown"
          className="flex overflow-hidden rounded-sheet border border-strong/30"
        >
          {toggle(false, 'What changed')}
          {toggle(true, 'Deals as they stood')}
        </div>
        <Field
          label={isBook ? 'As it stood at' : 'Since'}
          fault={fromMoment ? undefined : 'Choose a moment.'}
        >
          <MomentField value={from} onChange={(moment) => put({ from: moment })} />
        </Field>
        {!isBook && (
          <Field label="Until (empty: now)">
            <MomentField value={to} onChange={(moment) => put({ to: moment || null })} />
          </Field>
        )}
        <span className="flex flex-wrap gap-1">
          {presets.map((preset) => (
            <Button
              key={preset.name}
              kind="quiet"
              className="h-[28px] px-2 text-[12px]"
              onClick={() => put({ from: preset.at, to: null })}
            >
              {preset.name}
            </Button>
          ))}
        </span>
      </div>
      {isBook ? (
        isReady && (
          <BookThen query={{ unit, period, at: fromMoment! }} unit={unitOf} onOpen={setOpened} />
        )
      ) : error ? (
        <FailureNote failure={error} onRetry={() => void refetch()} />
      ) : !data ? (
        <Loading what="what changed" />
      ) : (
        <div
          className={classNames(
            'grid min-h-0 flex-1 grid-cols-[264px_minmax(0,1fr)] gap-3 max-desk:grid-cols-1 max-desk:flex-none',
            isFetching && 'opacity-50',
          )}
        >
          <Bridge data={data} unit={unitOf} />
          <section
            aria-label="Changes"
            className="flex min-h-0 flex-col rounded-sheet border border-line bg-sheet"
          >
            {data.changes.length === 0 ? (
              <p className="p-4 text-soft">
                Nothing that counts in this period changed. Choose an earlier moment, or another
                unit or period.
              </p>
            ) : (
              <DataTable
                label="Changes, newest first"
                rows={data.changes}
                keyOf={(change) => `${change.at} ${change.deal} ${change.kind}`}
                onOpen={(change) => {
                  if (change.dealId !== null) setOpened(change.dealId);
                }}
                columns={[
                  {
                    key: 'at',
                    heading: 'When',
                    width: '134px',
                    cell: (change) => <Moment at={change.at} />,
                  },
                  { key: 'who', heading: 'Who', width: '98px', cell: (change) => change.userName },
                  {
                    key: 'kind',
                    heading: 'What',
                    width: '104px',
                    cell: (change) => CHANGE_WORDS[change.kind],
                  },
                  {
                    key: 'deal',
                    heading: 'Deal or file',
                    width: 'minmax(120px,1.4fr)',
                    cell: (change) => (
                      <>
                        {change.deal}
                        {change.customer && <span className="text-soft">, {change.customer}</span>}
                        {change.count > 1 && (
                          <span className="text-soft">, {formatCount(change.count)} deals</span>
                        )}
                      </>
                    ),
                  },
                  {
                    key: 'reason',
                    heading: 'Why',
                    width: 'minmax(70px,1fr)',
                    cell: (change) => (
                      <span className="text-soft" title={change.reason ?? undefined}>
                        {change.reason ?? ''}
                      </span>
                    ),
                  },
                  {
                    key: 'revenue',
                    heading: `Revenue, ${unitOf.currency}`,
                    width: '118px',
                    align: 'right',
                    cell: (change) => (
                      <span className="font-semibold">
                        {withSign(change.revenue, formatExact(change.revenue, unitOf))}
                      </span>
                    ),
                  },
                ]}
                footer={
                  data.remainder && (
                    <>
                      All others ({formatCount(data.remainder.count)}):{' '}
                      {withSign(
                        data.remainder.revenue,
                        formatExact(data.remainder.revenue, unitOf),
                      )}
                      .
                    </>
                  )
                }
              />
            )}
          </section>
        </div>
      )}
      {opened !== null && (
        <DealDialog key={opened} id={opened} onClose={() => setOpened(null)} onOpen={setOpened} />
      )}
    </div>
  );
}

type MoneyUnit = { kind: 'money'; currency: string };

function describe(
  names: { unit: string; period: string },
  { before, after }: WhatChanged,
  unit: MoneyUnit,
): string {
  if (before === after)
    return `${names.unit} stands at ${formatExact(after, unit)} in ${names.period}, as it did.`;
  return `${names.unit} in ${names.period} went from ${formatExact(before, unit)} to ${formatExact(after, unit)}: ${withSign(after - before, formatExact(after - before, unit))}.`;
}

/** From the figure then to the figure now, kind by kind; it adds up exactly. */
function Bridge({ data, unit }: { data: WhatChanged; unit: MoneyUnit }) {
  const row =
    'flex items-baseline justify-between gap-3 border-t border-line/70 py-1.5 first:border-0';
  return (
    <section
      aria-label="From then to now"
      className="self-start rounded-sheet border border-line bg-sheet px-4 py-2"
    >
      <p className={classNames(row, 'font-semibold')}>
        <span>Then</span>
        <span>{formatExact(data.before, unit)}</span>
      </p>
      {data.kinds.map((kind) => (
        <p key={kind.kind} className={row}>
          <span>
            {CHANGE_WORDS[kind.kind]} <span className="text-soft">({formatCount(kind.count)})</span>
          </span>
          <span className={kind.revenue < 0 ? 'text-grade-1' : 'text-made'}>
            {withSign(kind.revenue, formatExact(kind.revenue, unit))}
          </span>
        </p>
      ))}
      {data.kinds.length === 0 && <p className={classNames(row, 'text-soft')}>nothing changed</p>}
      <p className={classNames(row, 'font-semibold')}>
        <span>Now</span>
        <span>{formatExact(data.after, unit)}</span>
      </p>
      <p className="pt-1 text-[11.5px] text-soft">
        Won revenue of the chosen period. Teams as of today.
      </p>
    </section>
  );
}

function BookThen({
  query,
  unit,
  onOpen,
}: {
  query: { unit: string; period: string; at: string };
  unit: MoneyUnit;
  onOpen(id: number): void;
}) {
  const { data, error, refetch } = useListDealsAsOfQuery(query);
  if (error) return <FailureNote failure={error} onRetry={() => void refetch()} />;
  if (!data) return <Loading what="the book" />;
  return (
    <section
      aria-label="Deals as they stood"
      className="flex min-h-0 flex-1 flex-col rounded-sheet border border-line bg-sheet"
    >
      {data.deals.length === 0 ? (
        <p className="p-4 text-soft">There was no deal of this unit and period at that moment.</p>
      ) : (
        <DataTable
          label="Deals as they stood"
          rows={data.deals}
          keyOf={(deal) => deal.id}
          onOpen={(deal) => onOpen(deal.id)}
          columns={[
            { key: 'day', heading: 'Day', width: '100px', cell: (deal) => deal.day },
            {
              key: 'status',
              heading: 'Status',
              width: '80px',
              cell: (deal) => (
                <span className={deal.status === 'won' ? '' : 'text-soft'}>{deal.status}</span>
              ),
            },
            {
              key: 'person',
              heading: 'Salesperson',
              width: 'minmax(110px,1fr)',
              cell: (deal) => deal.salespersonName,
            },
            {
              key: 'customer',
              heading: 'Customer',
              width: 'minmax(130px,1.2fr)',
              cell: (deal) => deal.customer,
            },
            {
              key: 'product',
              heading: 'Product',
              width: 'minmax(110px,1fr)',
              cell: (deal) => <span className="text-soft">{deal.product ?? '–'}</span>,
            },
            {
              key: 'id',
              heading: 'Id',
              width: '110px',
              cell: (deal) => <span className="text-soft">{deal.deal}</span>,
            },
            {
              key: 'amount',
              heading: `Amount, ${unit.currency}`,
              width: '130px',
              align: 'right',
              cell: (deal) => (
                <span className={deal.status === 'won' ? 'font-semibold' : 'text-soft'}>
                  {formatExact(deal.credited, unit)}
                </span>
              ),
            },
          ]}
          footer={
            <>
              {formatCount(data.count)} deals then: {formatCount(data.won.count)} won worth{' '}
              {formatExact(data.won.revenue, unit)}, {formatCount(data.open.count)} open worth{' '}
              {formatExact(data.open.credited, unit)}.
              {data.omitted > 0 && ` ${formatCount(data.omitted)} smaller ones are not listed.`}
            </>
          }
        />
      )}
    </section>
  );
}

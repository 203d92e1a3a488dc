import { useState } from 'react';
import { Link, useLocation, useParams } from 'react-router';
import type { CustomerView } from '#contract/schemas/customer';
import { parseDay } from '#core/period/day';
import { formatCount, formatExact, formatWhole } from '#wording/numbers/format';
import { shortDay } from '#wording/period';
import { useGetCompanyQuery, useGetMeQuery } from '../app/api';
import { useListCustomersQuery } from '../app/customers';
import { FailureNote } from '../app/FailureNote';
import { MergeDialog } from '../app/lists/MergeDialog';
import { usePlace } from '../app/place';
import { useDismissDuplicatesMutation, useGetCustomerQuery } from '../records/customersApi';
import { DealsTabs } from '../records/RecordTabs';
import { Button } from '../ui/Button';
import { Loading } from '../ui/Loading';
import { CustomerDetails } from './CustomerDetails';
import { InPeriod } from './InPeriod';
import { Groups, MonthBars } from './NameParts';

/**
 * Everything about one customer: what was won when, of what, by whom, and whether another name
 * means the same.
 */
export function CustomerPage() {
  const id = Number(useParams()['id']);
  const { unit, period } = usePlace();
  const { data, error, refetch } = useGetCustomerQuery(
    { id, unit, period },
    { skip: !Number.isSafeInteger(id) || !unit || !period },
  );
  const { data: company } = useGetCompanyQuery();
  const location = useLocation();
  if (error || !Number.isSafeInteger(id))
    return (
      <div className="flex flex-col gap-3 px-[18px] max-phone:px-3 pt-3">
        <DealsTabs />
        {error ? (
          <FailureNote failure={error} onRetry={() => void refetch()} />
        ) : (
          <p>There is no such customer. Choose one from the list.</p>
        )}
      </div>
    );
  if (!data)
    return (
      <div className="px-[18px] max-phone:px-3 pt-3">
        <DealsTabs />
        <Loading what="the customer" />
      </div>
    );
  const money = { kind: 'money' as const, currency: company?.currency ?? 'EUR' };
  const day = (text: string | null) => (text === null ? '' : shortDay(parseDay(text)!, true));
  return (
    <div className="flex min-h-full flex-col gap-3 px-[18px] max-phone:px-3 pt-3 pb-4">
      <DealsTabs />
      <h1 className="max-w-[820px]">
        {data.won.count === 0
          ? `${data.name} has not bought anything yet.`
          : `${data.name} has bought ${formatCount(data.won.count)} times for ${formatExact(data.won.credited, money)}, from ${day(data.firstWonOn)} to ${day(data.lastWonOn)}.`}
        {data.open.count > 0 &&
          ` ${data.open.count} open ${data.open.count === 1 ? 'deal is' : 'deals are'} worth ${formatWhole(data.open.credited, money)}.`}
        {data.lost > 0 && ` ${data.lost} ${data.lost === 1 ? 'was' : 'were'} lost.`}
      </h1>
      <InPeriod verb="bought" inPeriod={data.inPeriod} money={money} />
      <p>
        <Link
          className="underline"
          to={{ pathname: '/deals', search: dealsOf(location.search, data.name) }}
        >
          Its deals in {data.inPeriod.name}
        </Link>
      </p>
      <CustomerDetails customer={data} />
      {data.aliases.length > 0 && (
        <p className="text-soft">Also written {data.aliases.join(', ')}.</p>
      )}
      <Likely customer={data} />
      <MonthBars months={data.months} money={money} />
      <div className="grid grid-cols-2 gap-3 max-desk:grid-cols-1">
        <Groups
          title={`What, in ${data.inPeriod.name}`}
          groups={data.products}
          money={(minor) => formatExact(minor, money)}
        />
        <Groups
          title={`By whom, in ${data.inPeriod.name}`}
          groups={data.salespeople}
          money={(minor) => formatExact(minor, money)}
        />
      </div>
    </div>
  );
}

/** The address of the table of deals, of this customer. */
function dealsOf(search: string, name: string): string {
  const params = new URLSearchParams(search);
  params.set('customer', name);
  return `?${params}`;
}

/** Names that are likely the same customer: merged by an administrator, or set apart. */
function Likely({ customer }: { customer: CustomerView }) {
  const { data: me } = useGetMeQuery();
  const { data: all } = useListCustomersQuery({ limit: 500 });
  const [apart] = useDismissDuplicatesMutation();
  const [isMerging, setMerging] = useState(false);
  const mayMerge = me?.role === 'administrator';
  const others = [
    ...customer.similarNames,
    ...(all?.customers ?? []).filter(
      (each) =>
        each.id !== customer.id && !customer.similarNames.some((likely) => likely.id === each.id),
    ),
  ];
  return (
    <>
      {customer.similarNames.length > 0 && (
        <div className="flex flex-wrap items-center gap-2 rounded-sheet border border-line bg-selected px-3 py-1.5">
          <span>Likely the same: {customer.similarNames.map((each) => each.name).join(', ')}.</span>
          {mayMerge && (
            <Button className="h-[26px]" onClick={() => setMerging(true)}>
              Merge…
            </Button>
          )}
          {me && me.role !== 'viewer' && (
            <Button
              kind="quiet"
              className="h-[26px]"
              onClick={() =>
                void apart({
                  kind: 'customer',
                  ids: [customer.id, ...customer.similarNames.map((each) => each.id)],
                })
              }
            >
              They are not
            </Button>
          )}
        </div>
      )}
      {customer.similarNames.length === 0 && mayMerge && (
        <div>
          <Button kind="quiet" className="h-[26px] px-1.5" onClick={() => setMerging(true)}>
            Merge into another customer…
          </Button>
        </div>
      )}
      {isMerging && (
        <MergeDialog
          list="customer"
          one="customer"
          from={customer}
          others={others}
          onClose={() => setMerging(false)}
        />
      )}
    </>
  );
}

import { useMemo } from 'react';
import { useLocation, useNavigate } from 'react-router';
import type { CustomerLine } from '#contract/schemas/customer';
import { parseDay } from '#core/period/day';
import { formatCount, formatExact } from '#wording/numbers/format';
import { shortDay } from '#wording/period';
import { useAddress } from '../app/address';
import { useGetCompanyQuery } from '../app/api';
import { useListCustomersQuery } from '../app/customers';
import { FailureNote } from '../app/FailureNote';
import { usePlace } from '../app/place';
import { DealsTabs } from '../records/RecordTabs';
import { type Column, DataTable } from '../ui/DataTable';
import { INPUT } from '../ui/Field';
import { Loading } from '../ui/Loading';

/** Who buys, in the unit and period: the largest first, with all others in one line. */
export function CustomersPage() {
  const { unit, period } = usePlace();
  const { search, put } = useAddress();
  const navigate = useNavigate();
  const location = useLocation();
  const { data: company } = useGetCompanyQuery();
  const find = search.get('find') ?? '';
  const group = search.get('group') ?? '';
  const { data, error, refetch } = useListCustomersQuery(
    { unit, period, ...(find ? { search: find } : {}), ...(group ? { group } : {}) },
    { skip: !unit || !period },
  );
  const reporting = company?.currency ?? 'EUR';
  const columns = useMemo(() => buildColumns(reporting), [reporting]);
  const take = (text: string) => put({ find: text.trim() || null });
  return (
    <div className="flex h-full flex-col gap-2.5 px-[18px] max-phone:px-3 pt-3 pb-4">
      <DealsTabs />
      <div className="flex flex-wrap items-center justify-between gap-x-4 gap-y-2">
        <h1>{data ? describeCount(data.count, find !== '' || group !== '') : 'Customers'}</h1>
        <div className="flex items-center gap-2">
          {data && (data.groups.length > 0 || group) && (
            <select
              aria-label="Customer group"
              className={`${INPUT} h-[28px] w-auto max-w-[200px]`}
              value={group}
              onChange={(event) => put({ group: event.target.value || null })}
            >
              <option value="">All groups</option>
              {[...new Set([...data.groups, ...(group ? [group] : [])])].map((name) => (
                <option key={name}>{name}</option>
              ))}
            </select>
          )}
          <input
            type="search"
            aria-label="Find a customer"
            placeholder="Find a customer"
            defaultValue={find}
            key={find}
            className={`${INPUT} h-[28px] max-w-[240px]`}
            onKeyDown={(event) => {
              if (event.key === 'Enter') take(event.currentTarget.value);
            }}
            onBlur={(event) => {
              if (event.target.value.trim() !== find) take(event.target.value);
            }}
          />
        </div>
      </div>
      {error ? (
        <FailureNote failure={error} onRetry={() => void refetch()} />
      ) : !data ? (
        <Loading what="customers" />
      ) : (
        <section
          aria-label="Customers"
          className="flex min-h-0 flex-1 flex-col rounded-sheet border border-line bg-sheet"
        >
          {data.customers.length === 0 ? (
            <p className="p-6 text-soft">
              {find
                ? `No customer you may see is called “${find}”.`
                : 'No deals here. Choose another unit or period.'}
            </p>
          ) : (
            <DataTable
              label="Customers, the largest first"
              columns={columns}
              rows={data.customers}
              keyOf={(customer) => customer.id}
              onOpen={(customer) =>
                void navigate({
                  pathname: `/deals/customers/${customer.id}`,
                  search: location.search,
                })
              }
              footer={
                data.remainder && (
                  <>
                    All others ({formatCount(data.remainder.count)}):{' '}
                    {formatCount(data.remainder.won.count)} won deals,{' '}
                    {formatExact(data.remainder.won.credited, {
                      kind: 'money',
                      currency: reporting,
                    })}
                    .
                  </>
                )
              }
            />
          )}
        </section>
      )}
    </div>
  );
}

/** Found ones may have no deals here; others are listed for the deals they have. */
function describeCount(count: number, isFound: boolean): string {
  const customers = `${formatCount(count)} ${count === 1 ? 'customer' : 'customers'}`;
  return isFound ? `${customers} found` : `${customers} with deals in this period`;
}

function buildColumns(reporting: string): Column<CustomerLine>[] {
  const money = (minor: number | null) =>
    minor === null ? '–' : formatExact(minor, { kind: 'money', currency: reporting });
  return [
    {
      key: 'name',
      heading: 'Customer',
      width: 'minmax(160px,1.5fr)',
      cell: (customer) => <span className="font-medium">{customer.name}</span>,
    },
    {
      key: 'count',
      heading: 'Won deals',
      width: '90px',
      align: 'right',
      cell: (customer) => formatCount(customer.won.count),
    },
    {
      key: 'won',
      heading: `Won, ${reporting}`,
      width: '140px',
      align: 'right',
      cell: (customer) => <span className="font-semibold">{money(customer.won.credited)}</span>,
    },
    {
      key: 'average',
      heading: 'Average',
      width: '120px',
      align: 'right',
      cell: (customer) => <span className="text-soft">{money(customer.won.average)}</span>,
    },
    {
      key: 'open',
      heading: `Open, ${reporting}`,
      width: '150px',
      align: 'right',
      cell: (customer) => (
        <span className="text-soft">
          {customer.open.count === 0
            ? '–'
            : `${customer.open.count} · ${money(customer.open.credited)}`}
        </span>
      ),
    },
    {
      key: 'last',
      heading: 'Last closed',
      width: '110px',
      align: 'right',
      cell: (customer) => (
        <span className="text-soft">
          {customer.lastOn === null ? '–' : shortDay(parseDay(customer.lastOn)!, true)}
        </span>
      ),
    },
    {
      key: 'group',
      heading: 'Group',
      width: 'minmax(124px,0.7fr)',
      cell: (customer) => <span className="text-soft">{customer.group ?? ''}</span>,
    },
    {
      key: 'owner',
      heading: 'Owner',
      width: 'minmax(100px,0.8fr)',
      cell: (customer) => <span className="text-soft">{customer.ownerName ?? ''}</span>,
    },
  ];
}

import { Link, useLocation } from 'react-router';
import { parseDay } from '#core/period/day';
import { formatExact } from '#wording/numbers/format';
import { shortDay } from '#wording/period';
import { FailureNote } from '../app/FailureNote';
import { placeLink } from '../app/placeLink';
import { useListNewestDealsQuery } from './api';

const SHOWN = 8;

/** The newest deals of a unit in a period; the whole list is a link away. */
export function NewestDeals({
  unit,
  period,
  currency,
}: {
  unit: string;
  period: string;
  currency: string;
}) {
  const { search } = useLocation();
  const { currentData, error, refetch } = useListNewestDealsQuery({ unit, period, limit: SHOWN });
  const money = { kind: 'money' as const, currency };
  return (
    <section
      aria-labelledby="deals-heading"
      className="rounded-sheet border border-line bg-sheet px-3.5 py-2"
    >
      <div className="flex justify-between">
        <h2 id="deals-heading">
          Deals
          {currentData && (
            <span className="ml-2 text-[11.5px] font-normal text-soft">
              {currentData.won.count} won, {currentData.open.count} open
            </span>
          )}
        </h2>
        <Link
          className="underline"
          to={{ pathname: '/deals', search: placeLink(search, { unit, period }) }}
        >
          All of them
        </Link>
      </div>
      {error ? (
        <FailureNote failure={error} onRetry={() => void refetch()} />
      ) : currentData?.deals.length === 0 ? (
        <p className="mt-1 text-soft">No deal lies on these days. Press n to book one.</p>
      ) : (
        <table className="mt-1 w-full table-fixed text-[12px]">
          <colgroup>
            <col className="w-[54px]" />
            <col />
            <col className="w-[46px]" />
            <col className="w-[92px]" />
          </colgroup>
          <tbody>
            {currentData?.deals.map((deal) => (
              <tr key={deal.id} className="border-t border-line/60">
                <td className="py-[3px] text-soft">{shortDay(parseDay(deal.day)!)}</td>
                <td className="truncate pr-2">
                  <Link
                    className="hover:underline"
                    to={{
                      pathname: '/deals',
                      search: `${placeLink(search, { unit, period })}&book=${deal.id}`,
                    }}
                  >
                    {deal.customer}
                  </Link>{' '}
                  <span className="text-soft">{deal.product ?? ''}</span>
                </td>
                <td className="text-soft">{deal.status}</td>
                <td className="text-right">{formatExact(deal.credited, money)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </section>
  );
}

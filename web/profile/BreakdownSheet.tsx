import { useState } from 'react';
import { Link, useLocation } from 'react-router';
import type { ApartBy } from '#contract/schemas/contributingDeals';
import { topN } from '#core/deal/topN';
import { formatExact, formatWhole } from '#wording/numbers/format';
import { headingOf } from '#wording/takenApart';
import { FailureNote } from '../app/FailureNote';
import { placeLink } from '../app/placeLink';
import { useGetBreakdownQuery } from '../figures/api';
import { Segments } from '../ui/Segments';

const SHOWN = 6;

interface BreakdownSheetProps {
  title: string;
  unit: string;
  period: string;
  /** The first stands at first. */
  ways: readonly ApartBy[];
}

/**
 * What was booked by what it has in common; named ones, all others and the total close the list
 * (GUARDS 16).
 */
export function BreakdownSheet({ title, unit, period, ways }: BreakdownSheetProps) {
  const [by, setBy] = useState<ApartBy>(ways[0]!);
  const { search } = useLocation();
  const { currentData, error, refetch } = useGetBreakdownQuery({ unit, period, by });
  const money = { kind: 'money' as const, currency: currentData?.currency ?? 'EUR' };
  const { named, others } = topN(currentData?.groups ?? [], SHOWN, currentData?.remainder);
  const most = Math.max(1, ...named.map((group) => Math.abs(group.credited)));
  // People, customers and products have pages of their own; the rest is a filter of deals.
  const linkOf = ({ id, key }: { id: number | null; key: string }) =>
    by === 'customer' || by === 'product'
      ? { pathname: `/deals/${by}s/${id}`, search: placeLink(search, { unit, period }) }
      : by === 'salesperson'
        ? { pathname: '/profile', search: placeLink(search, { unit: key }) }
        : {
            pathname: '/deals',
            search: `${placeLink(search, { unit, period })}&status=won&${by}=${encodeURIComponent(key)}`,
          };
  return (
    <section
      aria-label={title}
      className="flex flex-col rounded-sheet border border-line bg-sheet px-3.5 py-2"
    >
      <div className="flex items-center justify-between gap-2">
        <h2>{title}</h2>
        {ways.length > 1 && (
          <Segments<ApartBy>
            label={`${title} by`}
            options={ways.map((way): readonly [ApartBy, string] => [way, headingOf(way)])}
            value={by}
            onChange={setBy}
          />
        )}
      </div>
      {error ? (
        <FailureNote failure={error} onRetry={() => void refetch()} />
      ) : !currentData ? (
        <p className="text-soft">…</p>
      ) : currentData.groups.length === 0 ? (
        <p className="mt-1 text-soft">Nothing is booked on these days.</p>
      ) : (
        <table className="mt-1 w-full table-fixed text-[12px]">
          <colgroup>
            <col />
            <col className="w-[70px]" />
            <col className="w-[76px]" />
          </colgroup>
          <tbody>
            {named.map((group) => (
              <tr key={group.key ?? 'none'} className="border-t border-line/60">
                <td className="truncate py-[3px] pr-2">
                  {group.key === null ? (
                    <span className="text-soft">none</span>
                  ) : (
                    <Link
                      className="inline-block min-h-[24px] leading-[24px] hover:underline"
                      to={linkOf({ id: group.id, key: group.key })}
                    >
                      {group.name}
                    </Link>
                  )}
                </td>
                <td aria-hidden>
                  <span
                    className="block h-[6px] bg-now"
                    style={{ width: `${(Math.max(0, group.credited) / most) * 100}%` }}
                  />
                </td>
                <td className="text-right" title={formatExact(group.credited, money)}>
                  {formatWhole(group.credited, money)}
                </td>
              </tr>
            ))}
            {others && (
              <tr className="border-t border-line/60 text-soft">
                <td className="py-[3px]">All others ({others.groups})</td>
                <td />
                <td className="text-right" title={formatExact(others.credited, money)}>
                  {formatWhole(others.credited, money)}
                </td>
              </tr>
            )}
            <tr className="border-t border-line font-semibold">
              <td className="py-[3px]">All {named.length + (others?.groups ?? 0)}</td>
              <td />
              <td className="text-right" title={formatExact(currentData.credited, money)}>
                {formatWhole(currentData.credited, money)}
              </td>
            </tr>
          </tbody>
        </table>
      )}
    </section>
  );
}

import { formatPaid } from '#wording/numbers/format';
import { FailureNote } from '../app/FailureNote';
import { Loading } from '../ui/Loading';
import { useGetLiabilityQuery } from './api';
import { useMonths } from './useMonths';

/** What is earned and not yet paid, by month and unit. */
export function LiabilityTable({ unit }: { unit: string }) {
  const { data, error, refetch } = useGetLiabilityQuery({ unit });
  const { nameOf } = useMonths();
  if (error) return <FailureNote failure={error} onRetry={() => void refetch()} />;
  if (!data) return <Loading what="what is owed" />;
  const money = (minor: number) => (minor === 0 ? '–' : formatPaid(minor, data.currency));
  return (
    <>
      <h1>
        {data.total === 0
          ? 'Nothing is earned and not yet paid'
          : `${formatPaid(data.total, data.currency)} is earned and not yet paid`}
      </h1>
      {data.rows.length > 0 && (
        <div className="overflow-x-auto rounded-sheet border border-line bg-sheet">
          <table
            aria-label="Not yet paid"
            className="w-full [&_td]:px-3 [&_td]:py-1.5 [&_td]:text-right [&_td]:whitespace-nowrap [&_th]:px-3 [&_th]:py-1.5"
          >
            <thead className="border-b border-line text-soft">
              <tr>
                <th scope="col" className="text-left font-medium">
                  Unit
                </th>
                {data.months.map((month) => (
                  <th key={month} scope="col" className="text-right font-medium">
                    {nameOf(month)}
                  </th>
                ))}
                <th scope="col" className="text-right font-medium">
                  All
                </th>
              </tr>
            </thead>
            <tbody>
              {data.rows.map((row) => (
                <tr key={row.unit.code} className="border-b border-line/60">
                  <th scope="row" className="text-left font-medium">
                    {row.unit.name}
                  </th>
                  {row.amounts.map((amount, at) => (
                    <td key={data.months[at]}>{money(amount)}</td>
                  ))}
                  <td className="font-semibold">{money(row.total)}</td>
                </tr>
              ))}
            </tbody>
            <tfoot>
              <tr className="font-semibold">
                <th scope="row" className="text-left">
                  All
                </th>
                {data.amounts.map((amount, at) => (
                  <td key={data.months[at]}>{money(amount)}</td>
                ))}
                <td>{money(data.total)}</td>
              </tr>
            </tfoot>
          </table>
        </div>
      )}
    </>
  );
}

import { Link, useLocation } from 'react-router';
import type { StartView } from '#contract/schemas/start';
import { formatWhole, withSign } from '#wording/numbers/format';
import { placeLink } from '../app/placeLink';
import { ROW, Sheet } from './Sheet';

/** Which customers of a salesperson bought less or more than a year before; the lines add up. */
export function CustomersSheet({ view }: { view: StartView }) {
  const { search } = useLocation();
  const { customers } = view;
  if (!customers) return null;
  const money = { kind: 'money' as const, currency: view.currency };
  const signed = (value: number, isStrong = false) => (
    <span
      className={`whitespace-nowrap ${isStrong ? 'font-semibold' : ''} ${value < 0 ? 'text-grade-1' : value > 0 ? 'text-made' : ''}`}
    >
      {withSign(value, formatWhole(value, money))}
    </span>
  );
  return (
    <Sheet heading="Customers" about={`against ${customers.daysThen}`}>
      <ul>
        {customers.rows.map(({ id, name, now, then }) => (
          <li key={id} className="border-t border-line/70 py-1.5 first:border-0">
            <span className="flex items-baseline justify-between gap-3">
              <Link
                className="min-w-0 truncate font-semibold hover:underline"
                to={{ pathname: `/deals/customers/${id}`, search: placeLink(search) }}
              >
                {name}
              </Link>
              {signed(now - then, true)}
            </span>
            <span className="block text-[12.5px] text-soft">
              {now === 0 ? 'nothing' : formatWhole(now, money)} now,{' '}
              {then === 0 ? 'nothing' : formatWhole(then, money)} then
            </span>
          </li>
        ))}
        {customers.others.count > 0 && (
          <li className={ROW}>
            <span className="text-soft">
              {customers.others.count} {customers.others.count === 1 ? 'other' : 'others'}
            </span>
            {signed(customers.others.difference)}
          </li>
        )}
        <li className={ROW}>
          <span className="font-semibold">All together</span>
          {signed(customers.difference, true)}
        </li>
      </ul>
    </Sheet>
  );
}

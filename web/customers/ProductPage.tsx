import { Link, useLocation, useParams } from 'react-router';
import type { ProductView } from '#contract/schemas/customer';
import { parseDay } from '#core/period/day';
import { formatCount, formatExact, formatWhole } from '#wording/numbers/format';
import { shortDay } from '#wording/period';
import { useGetCompanyQuery } from '../app/api';
import { FailureNote } from '../app/FailureNote';
import { usePlace } from '../app/place';
import { placeLink } from '../app/placeLink';
import { useGetProductQuery } from '../records/customersApi';
import { DealsTabs } from '../records/RecordTabs';
import { Loading } from '../ui/Loading';
import { InPeriod } from './InPeriod';
import { Groups, MonthBars } from './NameParts';

/**
 * Everything about one product: what was won of it when, by whom and to whom; on the pattern of a
 * customer's page.
 */
export function ProductPage() {
  const id = Number(useParams()['id']);
  const { unit, period } = usePlace();
  const { data, error, refetch } = useGetProductQuery(
    { id, unit, period },
    { skip: !Number.isSafeInteger(id) || !unit || !period },
  );
  const { data: company } = useGetCompanyQuery();
  const { search } = useLocation();
  if (error || !Number.isSafeInteger(id))
    return (
      <div className="flex flex-col gap-3 px-[18px] max-phone:px-3 pt-3">
        <DealsTabs />
        {error ? (
          <FailureNote failure={error} onRetry={() => void refetch()} />
        ) : (
          <p>There is no such product. Choose one from a list of what was sold.</p>
        )}
      </div>
    );
  if (!data)
    return (
      <div className="px-[18px] max-phone:px-3 pt-3">
        <DealsTabs />
        <Loading what="the product" />
      </div>
    );
  const money = { kind: 'money' as const, currency: company?.currency ?? 'EUR' };
  const day = (text: string | null) => (text === null ? '' : shortDay(parseDay(text)!, true));
  const open =
    data.open.count === 0
      ? ''
      : ` ${data.open.count} open ${data.open.count === 1 ? 'deal is' : 'deals are'} worth ${formatWhole(data.open.credited, money)}.`;
  return (
    <div className="flex min-h-full flex-col gap-3 px-[18px] max-phone:px-3 pt-3 pb-4">
      <DealsTabs />
      <h1 className="max-w-[820px]">
        {data.won.count === 0
          ? `${data.name} has not been sold yet.`
          : `${data.name} was sold in ${formatCount(data.won.count)} won deals for ${formatExact(data.won.credited, money)}, from ${day(data.firstWonOn)} to ${day(data.lastWonOn)}.`}
        {open}
        {data.lost > 0 && ` ${data.lost} ${data.lost === 1 ? 'was' : 'were'} lost.`}
      </h1>
      <InPeriod verb="sold" inPeriod={data.inPeriod} money={money} />
      <p className="flex flex-wrap gap-x-4 gap-y-1">
        {describe(data, company?.currency ?? '').map(([name, value]) => (
          <span key={name}>
            <span className="text-soft">{name}: </span>
            {value}
          </span>
        ))}
        <Link
          className="underline"
          to={{
            pathname: '/deals',
            search: `${placeLink(search)}&product=${encodeURIComponent(data.name)}`,
          }}
        >
          Its deals in {data.inPeriod.name}
        </Link>
      </p>
      {data.aliases.length > 0 && (
        <p className="text-soft">Also written {data.aliases.join(', ')}.</p>
      )}
      <MonthBars months={data.months} money={money} />
      <div className="grid grid-cols-2 gap-3 max-desk:grid-cols-1">
        <Groups
          title={`To whom, in ${data.inPeriod.name}`}
          groups={data.customers}
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

/** What is known of it beside its deals. */
function describe(product: ProductView, currency: string): [string, string][] {
  const day = (iso: string) => shortDay(parseDay(iso)!, true);
  const known: [string, string | null][] = [
    ['Code', product.code],
    ['Category', product.category],
    ['List price', product.listPrice && `${product.listPrice} ${currency}`],
    ['Cost', product.cost && `${product.cost} ${currency}`],
    ['Sold from', product.soldFrom && day(product.soldFrom)],
    ['Last sold on', product.soldUntil && day(product.soldUntil)],
  ];
  return known.filter((each): each is [string, string] => Boolean(each[1]));
}

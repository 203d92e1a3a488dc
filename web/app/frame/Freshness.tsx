import { parseDay } from '#core/period/day';
import { describeMoment } from '#wording/moment';
import { shortDay } from '#wording/period';
import { useGetCompanyQuery, useGetFreshnessQuery } from '../api';

/** How far the bookings reach and when the last of them came, in one place on every view. */
export function Freshness() {
  const { data } = useGetFreshnessQuery();
  const { data: company } = useGetCompanyQuery();
  if (!data || !company) return null;
  if (data.newestDay === null) return <>no deal booked yet</>;
  const show = (moment: string) => describeMoment(moment, company.timeZone);
  const day = shortDay(parseDay(data.newestDay)!);
  const title = [
    `Newest deal of ${shortDay(parseDay(data.newestDay)!, true)}.`,
    data.bookedAt && `Last deal booked or read ${show(data.bookedAt)}.`,
    data.importedAt
      ? `Last import of deals ${show(data.importedAt)}.`
      : 'No file of deals read yet.',
    data.deliveredAt && `Last delivery of an order system ${show(data.deliveredAt)}.`,
    `Times in ${company.timeZone}.`,
  ]
    .filter(Boolean)
    .join(' ');
  return (
    <span title={title} className={data.stopsEarly ? 'text-ember' : undefined}>
      {data.stopsEarly ? `booked up to ${day}` : `newest deal ${day}`}
      {data.bookedAt && ` · booked ${show(data.bookedAt).replace(/ \d{4},/, ',')}`}
      <span className="sr-only">. {title}</span>
    </span>
  );
}

import { parseDay } from '#core/period/day';
import { EN_FRAME } from '#wording/messages/en/frame';
import { messagesOf } from '#wording/messages/translate';
import { describeMoment } from '#wording/moment';
import { shortDay } from '#wording/period';
import { useGetCompanyQuery, useGetFreshnessQuery } from '../api';

const t = messagesOf('frame', EN_FRAME);

/** How far the bookings reach and when the last of them came, in one place on every view. */
export function Freshness() {
  const { data } = useGetFreshnessQuery();
  const { data: company } = useGetCompanyQuery();
  if (!data || !company) return null;
  if (data.newestDay === null) return <>{t('noDealBookedYet')}</>;
  const show = (moment: string) => describeMoment(moment, company.timeZone);
  const day = shortDay(parseDay(data.newestDay)!);
  const title = [
    t('newestDealOf', { day: shortDay(parseDay(data.newestDay)!, true) }),
    data.bookedAt && t('lastBooked', { moment: show(data.bookedAt) }),
    data.importedAt ? t('lastImport', { moment: show(data.importedAt) }) : t('noImport'),
    data.deliveredAt && t('lastDelivery', { moment: show(data.deliveredAt) }),
    t('timesIn', { zone: company.timeZone }),
  ]
    .filter(Boolean)
    .join(' ');
  return (
    <span title={title} className={data.stopsEarly ? 'text-ember' : undefined}>
      {data.stopsEarly ? t('bookedUpTo', { day }) : t('newestDeal', { day })}
      {data.bookedAt && t('booked', { moment: show(data.bookedAt).replace(/ \d{4},/, ',') })}
      <span className="sr-only">. {title}</span>
    </span>
  );
}

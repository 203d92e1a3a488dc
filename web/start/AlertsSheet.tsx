import { Link, useLocation } from 'react-router';
import { useListAlertsQuery } from '../app/alerts';
import { Moment } from '../app/Moment';
import { placeLink } from '../app/placeLink';
import { Sheet } from './Sheet';

const SHOWN = 4;

/** The newest alerts. */
export function AlertsSheet() {
  const { search } = useLocation();
  const { data } = useListAlertsQuery({});
  if (!data) return null;
  return (
    <Sheet heading="Alerts" about={data.unseen > 0 ? `${data.unseen} new` : undefined}>
      {data.alerts.length === 0 ? (
        <p className="text-[12.5px] text-soft">
          None.{' '}
          <Link
            className="underline underline-offset-2"
            to={{ pathname: '/alerts', search: placeLink(search) }}
          >
            Say what you want to be told of
          </Link>
        </p>
      ) : (
        <>
          <ul>
            {data.alerts.slice(0, SHOWN).map((alert) => (
              <li key={alert.id} className="border-t border-line/70 py-1.5 first:border-0">
                <span className={alert.isSeen ? undefined : 'font-semibold'}>{alert.text}</span>{' '}
                <span className="text-[12px] whitespace-nowrap text-soft">
                  <Moment at={alert.at} />
                </span>
              </li>
            ))}
          </ul>
          <Link
            className="text-[12.5px] underline underline-offset-2"
            to={{ pathname: '/alerts', search: placeLink(search) }}
          >
            All alerts and rules
          </Link>
        </>
      )}
    </Sheet>
  );
}

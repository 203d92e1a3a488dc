import { Bell } from 'lucide-react';
import { useEffect, useRef } from 'react';
import { Link, useLocation } from 'react-router';
import { EN_FRAME } from '#wording/messages/en/frame';
import { messagesOf } from '#wording/messages/translate';
import { useListAlertsQuery } from '../alerts';
import { isNotifying, notify } from '../notifications';
import { placeLink } from '../placeLink';

const t = messagesOf('frame', EN_FRAME);

/** How many alerts are new, and the way to them; a browser that was asked to says them itself. */
export function AlertBell() {
  const { search } = useLocation();
  const { data } = useListAlertsQuery({ onlyNew: true });
  const unseen = data?.unseen ?? 0;
  const newest = data?.alerts[0];
  const said = useRef<number | null>(null);
  useEffect(() => {
    if (!data) return;
    const last = newest?.id ?? 0;
    if (said.current !== null && last > said.current && isNotifying()) notify(newest!.text);
    said.current = Math.max(said.current ?? 0, last);
  }, [data, newest]);
  return (
    <Link
      to={{ pathname: '/alerts', search: placeLink(search) }}
      aria-label={unseen === 0 ? t('alerts') : t('alertsNew', { unseen })}
      className="relative ml-2 grid size-[28px] shrink-0 place-items-center rounded-[4px] text-on-iron hover:bg-on-iron-soft/30 max-phone:size-[40px]"
    >
      <Bell size={16} aria-hidden />
      {unseen > 0 && (
        <span
          aria-hidden
          className="absolute -top-0.5 -right-1 rounded-full bg-ember px-1 text-[10px] leading-[15px] font-semibold text-iron"
        >
          {unseen > 99 ? '99+' : unseen}
        </span>
      )}
    </Link>
  );
}

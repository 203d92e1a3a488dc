import { CalendarRange, Ellipsis, ListOrdered, Plus, Target } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import type { ReactNode } from 'react';
import { Link, NavLink, useLocation, useNavigate } from 'react-router';
import { EN_FRAME } from '#wording/messages/en/frame';
import { messagesOf } from '#wording/messages/translate';
import { classNames } from '../../ui/classNames';
import { useUnseenTargets } from '../acknowledgements';
import { placeLink } from '../placeLink';
import { Badge } from './Badge';
import { VIEW_GROUPS } from './views';
import { withParam } from './withParam';

const t = messagesOf('frame', EN_FRAME);

const PLACE =
  'flex flex-1 flex-col items-center justify-center gap-0.5 border-t-[3px] text-[11.5px]';
const placeClass = (isCurrent: boolean) =>
  classNames(PLACE, isCurrent ? 'border-ember font-semibold' : 'border-transparent text-soft');

/** The places a phone goes to, within the thumb's reach; all others are one tap further. */
export function FootBar({ mayBook }: { mayBook: boolean }) {
  const { pathname, search } = useLocation();
  const kept = placeLink(search);
  const unseen = useUnseenTargets().length;
  const isStart = pathname === '/';
  return (
    <nav
      aria-label={t('places')}
      className="flex items-stretch border-t border-line bg-sheet pb-[env(safe-area-inset-bottom)]"
    >
      <Link
        to={{ pathname: '/', search: kept }}
        className={placeClass(isStart)}
        aria-current={isStart ? 'page' : undefined}
      >
        <CalendarRange size={17} aria-hidden />
        {t('start')}
      </Link>
      <Place to="/ladder" search={kept} icon={<ListOrdered size={17} aria-hidden />}>
        {t('ladder')}
      </Place>
      {mayBook && (
        <div className="flex flex-1 items-center justify-center">
          <Link
            to={{ pathname, search: withParam(search, 'book', 'new') }}
            aria-label={t('bookADeal')}
            className="flex h-[44px] items-center gap-1 rounded-full bg-accent px-4 font-semibold text-on-accent"
          >
            <Plus size={17} aria-hidden />
            {t('deal')}
          </Link>
        </div>
      )}
      <Place to="/plan" search={kept} icon={<Target size={17} aria-hidden />}>
        <span>
          {t('plan')}
          <Badge count={unseen} what={t('toAcknowledge')} />
        </span>
      </Place>
      <More isCurrent={!isStart && !['/ladder', '/plan'].includes(pathname)} search={kept} />
    </nav>
  );
}

function Place({
  to,
  search,
  icon,
  children,
}: {
  to: string;
  search: string;
  icon: ReactNode;
  children: ReactNode;
}) {
  return (
    <NavLink to={{ pathname: to, search }} className={({ isActive }) => placeClass(isActive)}>
      {icon}
      {children}
    </NavLink>
  );
}

function More({ isCurrent, search }: { isCurrent: boolean; search: string }) {
  const navigate = useNavigate();
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger className={placeClass(isCurrent)}>
        <Ellipsis size={17} aria-hidden />
        {t('more')}
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="end"
          sideOffset={6}
          className="z-60 grid w-[340px] max-w-[96vw] grid-cols-2 gap-x-1 rounded-sheet border border-strong/30 bg-sheet p-1.5 text-ink"
        >
          {VIEW_GROUPS.map(([heading, views]) => (
            <DropdownMenu.Group key={heading}>
              <DropdownMenu.Label className="px-3 py-1 text-[12px] text-soft">
                {heading}
              </DropdownMenu.Label>
              {views.map(([path, name]) => (
                <DropdownMenu.Item
                  key={path}
                  onSelect={() => void navigate({ pathname: path, search })}
                  className="flex h-[44px] items-center rounded-[4px] px-3 outline-none data-[highlighted]:bg-hover"
                >
                  {name}
                </DropdownMenu.Item>
              ))}
            </DropdownMenu.Group>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

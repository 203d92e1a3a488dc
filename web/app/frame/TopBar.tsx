import { DropdownMenu } from 'radix-ui';
import { NavLink, useLocation, useNavigate } from 'react-router';
import { parseDay } from '#core/period/day';
import { EN_FRAME } from '#wording/messages/en/frame';
import { messagesOf } from '#wording/messages/translate';
import { describeDay } from '#wording/period';
import { initialsOf } from '../../charts/initials';
import { rich } from '../../language/rich';
import { useUnseenTargets } from '../acknowledgements';
import { useGetCompanyQuery, useGetMeQuery, useSignOutMutation } from '../api';
import { useCareCount } from '../dataQuality';
import { placeLink } from '../placeLink';
import { AlertBell } from './AlertBell';
import { Badge } from './Badge';
import { Freshness } from './Freshness';
import { DESK_VIEWS, MAIN_VIEWS, nameOfView } from './views';

const t = messagesOf('frame', EN_FRAME);

/** Mark, views, business date, find-or-do and the person. Views keep the place. */
export function TopBar({ onFind, onKeys }: { onFind(): void; onKeys(): void }) {
  const { pathname, search } = useLocation();
  const { data: company } = useGetCompanyQuery();
  const care = useCareCount();
  const unseen = useUnseenTargets().length;
  const kept = placeLink(search);
  return (
    <header className="col-span-2 flex min-w-0 items-center bg-iron text-on-iron max-desk:col-span-1">
      <NavLink
        to={{ pathname: '/', search: kept }}
        aria-label={t('ironLadderToTheFirst')}
        className="flex w-[236px] shrink-0 items-center gap-2.5 px-[18px] max-desk:w-auto max-desk:pr-0"
      >
        <svg width="18" height="22" viewBox="0 0 18 22" aria-hidden>
          <g stroke="var(--on-iron)" strokeWidth="2.2" strokeLinecap="round">
            <path d="M3 1.5v19M15 1.5v19M3 12h12M3 16.5h12" />
          </g>
          <path d="M3 7h12" stroke="var(--ember)" strokeWidth="2.6" />
        </svg>
        <span className="text-[15.5px] font-semibold tracking-[0.01em] [font-stretch:112%] max-desk:hidden">
          {t('ironLadder')}
        </span>
      </NavLink>
      <p className="min-w-0 flex-1 truncate pl-2.5 text-[15px] font-semibold phone:hidden">
        {nameOfView(pathname)}
      </p>
      <nav
        aria-label={t('views')}
        className="flex h-full min-w-0 flex-1 overflow-x-auto pl-4 max-phone:hidden [scrollbar-width:none]"
      >
        {MAIN_VIEWS.map(([path, name]) => (
          <NavLink
            key={path}
            end={path === '/'}
            to={{ pathname: path, search: kept }}
            className={({ isActive }) =>
              `flex h-full items-center border-b-4 px-[13px] pt-1 ${isActive ? 'border-ember font-semibold text-on-iron' : 'border-transparent text-on-iron-soft hover:text-on-iron'}`
            }
          >
            {name}
            {path === '/deals' && <Badge count={care} what={t('toFix')} />}
            {path === '/plan' && <Badge count={unseen} what={t('toAcknowledge')} />}
          </NavLink>
        ))}
      </nav>
      {company && (
        <p className="px-3 text-[12.5px] whitespace-nowrap text-on-iron-soft max-desk:hidden">
          {rich(t, 'dayOf', {
            day: describeDay(parseDay(company.today)!),
            elapsed: company.workingDays.elapsed,
            total: company.workingDays.total,
            part: (words) => <span className="block text-[11px] leading-tight">{words}</span>,
            freshness: <Freshness />,
          })}
        </p>
      )}
      <button
        type="button"
        onClick={onFind}
        className="h-[26px] rounded-[4px] border border-on-iron-soft/60 px-2 text-[12px] text-on-iron hover:border-on-iron max-phone:size-[40px] max-phone:border-transparent max-phone:text-[15px]"
      >
        <span className="max-phone:hidden">{t('findOrDoEnsp')}</span>/
      </button>
      <AlertBell />
      <PersonMenu search={kept} onKeys={onKeys} />
    </header>
  );
}

function PersonMenu({ search, onKeys }: { search: string; onKeys(): void }) {
  const { data: me } = useGetMeQuery();
  const [signOut] = useSignOutMutation();
  const navigate = useNavigate();
  const initials = initialsOf(me?.name ?? '');
  const leave = async (everywhere: boolean) => {
    await signOut({ everywhere });
    location.assign('/sign-in');
  };
  const item = 'cursor-pointer rounded-[4px] px-3 py-1.5 outline-none data-[highlighted]:bg-hover';
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger
        aria-label={t('menuOf', { initials, me: me?.name })}
        className="mx-3.5 h-[26px] w-[26px] shrink-0 rounded-full max-phone:mx-1.5 max-phone:size-[40px] bg-on-iron-soft/30 text-[11px] font-semibold hover:bg-on-iron-soft/50"
      >
        {initials}
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="end"
          sideOffset={6}
          className="z-60 min-w-[210px] rounded-sheet border border-strong/30 bg-sheet p-1 text-ink"
        >
          <DropdownMenu.Label className="px-3 py-1.5 text-soft">
            {me?.name} · {me?.role}
          </DropdownMenu.Label>
          {DESK_VIEWS.map(([path, name]) => (
            <DropdownMenu.Item
              key={path}
              className={item}
              onSelect={() => void navigate({ pathname: path, search })}
            >
              {name}
            </DropdownMenu.Item>
          ))}
          <DropdownMenu.Separator className="my-1 h-px bg-line" />
          <DropdownMenu.Item
            className={item}
            onSelect={() => void navigate({ pathname: '/setup', search })}
          >
            {t('setup')}
          </DropdownMenu.Item>
          <DropdownMenu.Item className={item} onSelect={onKeys}>
            {t('helpAndKeysEnsp')}
          </DropdownMenu.Item>
          <DropdownMenu.Separator className="my-1 h-px bg-line" />
          <DropdownMenu.Item className={item} onSelect={() => void leave(false)}>
            {t('signOut')}
          </DropdownMenu.Item>
          <DropdownMenu.Item className={item} onSelect={() => void leave(true)}>
            {t('signOutEverywhere')}
          </DropdownMenu.Item>
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

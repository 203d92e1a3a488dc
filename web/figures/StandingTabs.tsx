import type { ReactNode } from 'react';
import { NavLink, useLocation } from 'react-router';
import { EN_VIEW } from '#wording/messages/en/view';
import { messagesOf } from '#wording/messages/translate';
import { STANDING_VIEWS } from '../app/frame/views';
import { placeLink } from '../app/placeLink';

const t = messagesOf('view', EN_VIEW);

/** The ways to look at where a unit stands. */
export function StandingTabs({ children }: { children?: ReactNode }) {
  const kept = placeLink(useLocation().search);
  return (
    <div className="flex items-center justify-between gap-3 max-phone:flex-col max-phone:items-start max-phone:gap-1.5">
      <nav
        aria-label={t('standing')}
        className="flex max-w-full gap-1 overflow-x-auto [scrollbar-width:none]"
      >
        {STANDING_VIEWS.map(([path, name]) => (
          <NavLink
            key={path}
            end
            to={{ pathname: path, search: kept }}
            className={({ isActive }) =>
              `touchable inline-flex shrink-0 items-center rounded-[4px] px-2.5 py-0.5 text-[12.5px] ${isActive ? 'bg-cell font-semibold' : 'text-soft hover:bg-hover'}`
            }
          >
            {name}
          </NavLink>
        ))}
      </nav>
      {children}
    </div>
  );
}

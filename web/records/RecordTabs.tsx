import { NavLink, useLocation } from 'react-router';
import { formatCount } from '#wording/numbers/format';
import { useCareCount } from '../app/dataQuality';
import { DEALS_VIEWS } from '../app/frame/views';
import { placeLink } from '../app/placeLink';

/** What is recorded: deals, and what is typed in. */
export function DealsTabs() {
  const { search } = useLocation();
  const care = useCareCount();
  const kept = placeLink(search);
  return (
    <nav aria-label="Records" className="flex gap-1 overflow-x-auto [scrollbar-width:none]">
      {DEALS_VIEWS.map(([path, name]) => (
        <NavLink
          key={path}
          end={path === '/deals'}
          to={{ pathname: path, search: kept }}
          className={({ isActive }) =>
            `touchable inline-flex shrink-0 items-center rounded-[4px] px-2.5 py-0.5 text-[12.5px] ${isActive ? 'bg-cell font-semibold' : 'text-soft hover:bg-hover'}`
          }
        >
          {name}
          {path === '/deals/to-fix' && care > 0 && (
            <span className="ml-1.5 rounded-full bg-ember px-1.5 text-[11px] font-semibold text-iron">
              {formatCount(care)}
            </span>
          )}
        </NavLink>
      ))}
    </nav>
  );
}

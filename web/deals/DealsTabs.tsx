import { NavLink, useLocation } from 'react-router';

const TABS = [['/deals', 'Deals'], ['/deals/pipeline', 'Pipeline'], ['/deals/activities', 'Activities']] as const;

/** What is recorded: deals, and what is typed in. */
export function DealsTabs() {
  const { search } = useLocation();
  const kept = new URLSearchParams();
  for (const name of ['unit', 'period', 'measure']) {
    const value = new URLSearchParams(search).get(name);
    if (value) kept.set(name, value);
  }
  return (
    <nav aria-label="Records" className="flex gap-1">
      {TABS.map(([path, name]) => <NavLink key={path} end to={{ pathname: path, search: kept.toString() }} className={({ isActive }) => `rounded-[4px] px-2.5 py-0.5 text-[12.5px] ${isActive ? 'bg-cell font-semibold' : 'text-soft hover:bg-hover'}`}>{name}</NavLink>)}
    </nav>
  );
}

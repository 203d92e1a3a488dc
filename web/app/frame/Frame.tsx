import { ChevronDown, Plus } from 'lucide-react';
import { useEffect, useState } from 'react';
import { Link, Outlet, useLocation, useNavigate } from 'react-router';
import { Toasts } from '../../ui/Toasts';
import { useGetMeQuery } from '../api';
import { useLive } from '../live';
import { useAppSelector } from '../store';
import { BookProblems } from './BookProblems';
import { FindOrDo } from './FindOrDo';
import { KeyList } from './KeyList';
import { TopBar } from './TopBar';
import { UnitTreeNav } from './UnitTreeNav';
import { withParam } from './withParam';
import { YearStrip } from './YearStrip';

/** The same on every screen: whose numbers on the left, when in the strip, what in the bar. */
export function Frame() {
  useLive();
  const connection = useAppSelector((state) => state.live.connection);
  const [panel, setPanel] = useState<'find' | 'keys' | null>(null);
  const location = useLocation();
  const navigate = useNavigate();
  const { data: me } = useGetMeQuery();
  const [isTreeOpen, setTreeOpen] = useState(false);
  // Whoever chose a unit on a phone wants to see its numbers.
  useEffect(() => setTreeOpen(false), [location.search]);
  const isSetup = location.pathname.startsWith('/setup');

  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (
        event.defaultPrevented ||
        event.ctrlKey ||
        event.metaKey ||
        event.altKey ||
        isTyping(event.target)
      )
        return;
      if (event.key === '/') setPanel('find');
      else if (event.key === '?') setPanel('keys');
      else if (event.key === 'n')
        void navigate({ pathname: '/deals', search: withParam(location.search, 'book', 'new') });
      else return;
      event.preventDefault();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [navigate, location.search]);

  return (
    <Toasts>
      <a
        href="#main"
        className="sr-only focus:not-sr-only focus:absolute focus:z-50 focus:bg-sheet focus:p-2"
      >
        Skip to the figures
      </a>
      <div className="grid h-full grid-cols-[236px_minmax(0,1fr)] grid-rows-[46px_minmax(0,1fr)] max-md:grid-cols-1">
        <TopBar onFind={() => setPanel('find')} onKeys={() => setPanel('keys')} />
        <div
          className={`min-h-0 max-md:absolute max-md:inset-x-0 max-md:top-[46px] max-md:bottom-0 max-md:z-30 max-md:bg-tree ${isTreeOpen ? '' : 'max-md:hidden'}`}
        >
          <UnitTreeNav />
        </div>
        <div className="flex min-w-0 flex-col">
          {connection === 'lost' && (
            <p role="status" className="bg-danger-soft px-5 py-1.5 font-medium">
              The connection is lost. What you see may be out of date; it catches up by itself.
            </p>
          )}
          <BookProblems />
          <button
            type="button"
            aria-expanded={isTreeOpen}
            onClick={() => setTreeOpen(true)}
            className="flex items-center justify-between border-b border-line bg-tree px-[18px] py-1.5 text-left font-medium md:hidden"
          >
            <span>Whose numbers</span>
            <ChevronDown size={15} aria-hidden />
          </button>
          {!isSetup && <YearStrip />}
          <main id="main" tabIndex={-1} className="min-h-0 flex-1 overflow-y-auto outline-none">
            <Outlet />
          </main>
        </div>
      </div>
      {me && me.role !== 'viewer' && (
        <Link
          to={{ pathname: '/deals', search: withParam(location.search, 'book', 'new') }}
          className="fixed right-4 bottom-4 z-20 flex h-[48px] items-center gap-1 rounded-full bg-accent px-4 font-semibold text-on-accent md:hidden"
        >
          <Plus size={18} aria-hidden />
          Book a deal
        </Link>
      )}
      <FindOrDo isOpen={panel === 'find'} onClose={() => setPanel(null)} />
      <KeyList isOpen={panel === 'keys'} onClose={() => setPanel(null)} />
    </Toasts>
  );
}

function isTyping(target: EventTarget | null): boolean {
  return (
    target instanceof HTMLElement &&
    (target.isContentEditable ||
      /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName) ||
      target.closest('[role="dialog"],[role="grid"]') !== null)
  );
}

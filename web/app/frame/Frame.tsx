import { useEffect, useState } from 'react';
import { Outlet, useLocation, useNavigate } from 'react-router';
import { EN_FRAME } from '#wording/messages/en/frame';
import { messagesOf } from '#wording/messages/translate';
import { Toasts } from '../../ui/Toasts';
import { useIsNarrowerThan } from '../../ui/useScreen';
import { useGetMeQuery } from '../api';
import { useLive } from '../live';
import { BookProblems } from './BookProblems';
import { ConnectionNote } from './ConnectionNote';
import { FindOrDo } from './FindOrDo';
import { FootBar } from './FootBar';
import { KeyList } from './KeyList';
import { PlaceBar } from './PlaceBar';
import { TopBar } from './TopBar';
import { UnitDrawer } from './UnitDrawer';
import { UnitTreeNav } from './UnitTreeNav';
import { withParam } from './withParam';
import { YearStrip } from './YearStrip';

const t = messagesOf('frame', EN_FRAME);

/** The same on every screen: whose numbers on the left, when in the strip, what in the bar. */
export function Frame() {
  useLive();
  const [panel, setPanel] = useState<'find' | 'keys' | null>(null);
  const location = useLocation();
  const navigate = useNavigate();
  const { data: me } = useGetMeQuery();
  const isPhone = useIsNarrowerThan('phone');
  const isNarrow = useIsNarrowerThan('desk');
  const [isTreeOpen, setTreeOpen] = useState(false);
  const [isStripOpen, setStripOpen] = useState(false);
  // Whoever chose a unit or a month on a phone wants to see its numbers.
  useEffect(() => {
    setTreeOpen(false);
    setStripOpen(false);
  }, [location.search]);
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
        void navigate({ search: withParam(location.search, 'book', 'new') });
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
        {t('skipToTheFigures')}
      </a>
      <div className="grid h-full grid-cols-[236px_minmax(0,1fr)] grid-rows-[46px_minmax(0,1fr)] max-desk:grid-cols-1 max-phone:grid-rows-[46px_minmax(0,1fr)_auto]">
        <TopBar onFind={() => setPanel('find')} onKeys={() => setPanel('keys')} />
        {isNarrow ? (
          <UnitDrawer isOpen={isTreeOpen} onClose={() => setTreeOpen(false)} />
        ) : (
          <div data-frame className="min-h-0">
            <UnitTreeNav />
          </div>
        )}
        <div className="flex min-h-0 min-w-0 flex-col">
          <ConnectionNote />
          <BookProblems />
          {isNarrow && !isSetup && (
            <PlaceBar
              onPeriods={isPhone ? () => setStripOpen(!isStripOpen) : null}
              isStripOpen={isStripOpen}
              onUnits={() => setTreeOpen(true)}
            />
          )}
          {!isSetup && (!isPhone || isStripOpen) && <YearStrip />}
          <main id="main" tabIndex={-1} className="min-h-0 flex-1 overflow-y-auto outline-none">
            <Outlet />
          </main>
        </div>
        {isPhone && <FootBar mayBook={me !== undefined && me.role !== 'viewer'} />}
      </div>
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

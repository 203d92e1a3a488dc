import { lazy, Suspense } from 'react';
import { Outlet } from 'react-router';
import { useAddress } from '../app/address';
import { useGetMeQuery } from '../app/api';
import { KeptDealsNote } from './kept/KeptDealsNote';
import { useKeptDeals } from './kept/useKeptDeals';

const KEPT = 'kept-';

const DealDialog = lazy(async () => ({
  default: (await import('./deal/DealDialog')).DealDialog,
}));

/** Books a deal over whichever view one is on; the address says that it is open. */
export function BookingLayer() {
  const { search, put } = useAddress();
  const { data: me } = useGetMeQuery();
  const mayBook = me !== undefined && me.role !== 'viewer';
  const kept = useKeptDeals();
  const book = search.get('book');
  const opened = kept.find(({ key }) => book === KEPT + key);
  return (
    <>
      {mayBook && <KeptDealsNote onOpen={(key) => put({ book: KEPT + key })} />}
      <Outlet />
      {mayBook && opened && (
        <Suspense>
          <DealDialog
            key={opened.key}
            id={null}
            kept={opened}
            onClose={() => put({ book: null })}
            onOpen={(id) => put({ book: String(id) })}
          />
        </Suspense>
      )}
      {mayBook && book === 'new' && (
        <Suspense>
          <DealDialog
            key="new"
            id={null}
            onClose={() => put({ book: null })}
            onOpen={(id) => put({ book: String(id) })}
            onNew={() => put({ book: 'new' })}
          />
        </Suspense>
      )}
    </>
  );
}

import { lazy, Suspense } from 'react';
import { Outlet } from 'react-router';
import { useAddress } from '../app/address';
import { useGetMeQuery } from '../app/api';

const DealDialog = lazy(async () => ({
  default: (await import('./deal/DealDialog')).DealDialog,
}));

/** Books a deal over whichever view one is on; the address says that it is open. */
export function BookingLayer() {
  const { search, put } = useAddress();
  const { data: me } = useGetMeQuery();
  const mayBook = me !== undefined && me.role !== 'viewer';
  return (
    <>
      <Outlet />
      {mayBook && search.get('book') === 'new' && (
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

import { useCallback, useEffect, useSyncExternalStore } from 'react';
import { useGetMeQuery } from '../../app/api';
import { isPassing } from '../../app/saving/passing';
import { useAppDispatch, useAppSelector } from '../../app/store';
import { useSay } from '../../ui/Toasts';
import { dealsApi } from '../api';
import { dropKept, keepDeal, type KeptDeal, listKept, onKeptChange } from './keptDeals';

const NOBODY = -1;
const TRY_EVERY_MS = 10_000;

/** The deals that wait on this device for whoever is signed in. */
export function useKeptDeals(): readonly KeptDeal[] {
  const { data: me } = useGetMeQuery();
  const userId = me?.id ?? NOBODY;
  const list = useCallback(() => listKept(userId), [userId]);
  return useSyncExternalStore(onKeptChange, list);
}

/** Sends what waits as soon as there is a connection; what is refused stays, with the reason. */
export function useSendKept(): void {
  const { data: me } = useGetMeQuery();
  const isConnected = useAppSelector((state) => state.live.connection === 'on');
  const dispatch = useAppDispatch();
  const say = useSay();
  const userId = me?.id;
  const isWaiting = useKeptDeals().some(({ refusal }) => refusal === null);
  useEffect(() => {
    if (userId === undefined || !isWaiting) return;
    let isStopped = false;
    const sendAll = async () => {
      for (const kept of listKept(userId).filter(({ refusal }) => refusal === null)) {
        if (isStopped) return;
        const result = await dispatch(
          dealsApi.endpoints.bookDeal.initiate({ deal: kept.deal, key: kept.key }),
        );
        if (result.data) {
          dropKept(userId, kept.key);
          const { effect, deal } = result.data;
          say(`The deal you kept is booked. ${effect?.sentence ?? ''}`, {
            action: {
              label: 'Undo',
              run: () =>
                void dispatch(
                  dealsApi.endpoints.voidDeal.initiate({
                    id: deal.id,
                    version: deal.version,
                    reason: 'undone',
                  }),
                ),
            },
          });
        } else if ('status' in result.error && !isPassing(result.error))
          keepDeal(userId, { ...kept, refusal: result.error });
        else return;
      }
    };
    // Of several windows one sends; where browsers have no locks, the key books each deal once.
    const locks = navigator.locks as LockManager | undefined;
    const run = () =>
      void (locks ? locks.request(`iron-ladder kept deals ${userId}`, sendAll) : sendAll());
    if (isConnected) run();
    // A request may fail while the stream of events still seems open.
    const again = setInterval(run, TRY_EVERY_MS);
    window.addEventListener('online', run);
    return () => {
      isStopped = true;
      clearInterval(again);
      window.removeEventListener('online', run);
    };
  }, [userId, isWaiting, isConnected, dispatch, say]);
}

import { useState } from 'react';
import { type Failure, UNREACHABLE, useGetMeQuery } from '../../app/api';
import { useSay } from '../../ui/Toasts';
import type { FormValues } from '../form/formValues';
import { keepDeal, type KeptDeal } from './keptDeals';

const NO_ROOM: Failure = {
  ...UNREACHABLE,
  detail:
    'This device has no room to keep the deal either. Leave this form open, or write it down, and book it when there is a connection.',
};

/** Whether the server was not reached: the deal may be kept. */
export function isUnreachable(error: object): boolean {
  return 'code' in error && error.code === UNREACHABLE.code;
}

/** Keeps a deal on this device until the server is reached. */
export function useKeepDeal(): {
  /** @returns false where there is no room for it; then `noRoom` says so */
  keepIt(key: string, deal: KeptDeal['deal'], values: FormValues): boolean;
  noRoom: Failure | null;
} {
  const { data: me } = useGetMeQuery();
  const [noRoom, setNoRoom] = useState<Failure | null>(null);
  const say = useSay();
  const keepIt = (key: string, deal: KeptDeal['deal'], values: FormValues) => {
    const at = new Date().toISOString();
    const isKept = me !== undefined && keepDeal(me.id, { key, deal, values, at, refusal: null });
    setNoRoom(isKept ? null : NO_ROOM);
    if (isKept) say('No connection: the deal is kept on this device and sent when there is one.');
    return isKept;
  };
  return { keepIt, noRoom };
}

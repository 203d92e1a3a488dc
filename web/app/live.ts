import { useEffect } from 'react';
import { API } from '#contract/routes/route';
import type { LiveEvent } from '#contract/schemas/event';
import { api, TAGS } from './api';
import { liveSlice } from './connection';
import { useAppDispatch, useAppSelector } from './store';

const TAGS_OF: Record<LiveEvent['topic'], (typeof TAGS)[number][]> = {
  deals: ['Figures', 'Deals', 'Lists', 'Commission', 'Contests'],
  targets: ['Figures', 'Targets', 'Commission', 'Contests'],
  drafts: ['Targets'],
  units: ['Figures', 'Targets', 'Sheet', 'Lists', 'Deals', 'Commission', 'Contests'],
  plans: ['Figures', 'Targets', 'Sheet', 'Plans'],
  measures: ['Measures', 'Figures', 'Sheet'],
  activities: ['Activities', 'Figures'],
  boards: ['Boards'],
  notes: ['Notes'],
  alerts: ['Alerts'],
  commission: ['Commission'],
  contests: ['Contests', 'Commission'],
  company: [...TAGS],
};
const LOST_AFTER_MS = 1_500;
const LONGEST_WAIT_MS = 8_000;
const CATCH_UP_AFTER_MS = 3_000;

/**
 * Follows the server's events while the page is open; after a lost connection everything shown is
 * asked for again.
 */
export function useLive(): void {
  const dispatch = useAppDispatch();
  const hasFallenBack = useAppSelector(
    ({ live }) => live.connection === 'on' && live.keptSince !== null,
  );
  // A single request went astray while the stream holds: nothing else would ask again.
  useEffect(() => {
    if (!hasFallenBack) return;
    const timer = setTimeout(() => {
      dispatch(liveSlice.actions.forgetKept());
      dispatch(api.util.invalidateTags([...TAGS]));
    }, CATCH_UP_AFTER_MS);
    return () => clearTimeout(timer);
  }, [hasFallenBack, dispatch]);
  useEffect(() => {
    let source: EventSource | null = null;
    let isClosed = false;
    let wait = 500;
    let wasLost = false;
    let retry: ReturnType<typeof setTimeout> | undefined;
    let grace: ReturnType<typeof setTimeout> | undefined;

    const connect = () => {
      source = new EventSource(`${API}/events`);
      source.onopen = () => {
        clearTimeout(grace);
        grace = undefined;
        wait = 500;
        dispatch(liveSlice.actions.changeConnection('on'));
        if (wasLost) dispatch(api.util.invalidateTags([...TAGS]));
        wasLost = false;
      };
      source.onmessage = (message: MessageEvent<string>) => {
        const { topic } = JSON.parse(message.data) as LiveEvent;
        dispatch(api.util.invalidateTags(TAGS_OF[topic]));
      };
      source.onerror = () => {
        source?.close();
        if (isClosed) return;
        wasLost = true;
        // A stream is cut without a word: whether the session has ended is asked.
        dispatch(
          api.endpoints.getMe.initiate(undefined, { forceRefetch: true, subscribe: false }),
        ).catch(() => undefined);
        // A moment's break is nobody's concern.
        grace ??= setTimeout(
          () => dispatch(liveSlice.actions.changeConnection('lost')),
          LOST_AFTER_MS,
        );
        retry = setTimeout(connect, wait);
        wait = Math.min(wait * 2, LONGEST_WAIT_MS);
      };
    };
    connect();
    return () => {
      isClosed = true;
      clearTimeout(retry);
      clearTimeout(grace);
      source?.close();
    };
  }, [dispatch]);
}

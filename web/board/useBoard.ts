import { useEffect, useState } from 'react';
import type { Problem } from '#contract/errors/problem';
import { API } from '#contract/routes/route';
import type { BoardView } from '#contract/schemas/board';

/** Also without a message the board looks anew: a message can be lost, a day can begin. */
const LOOK_AGAIN_MS = 60_000;
const RETRY_MS = 3_000;
const CUT_OFF_MS = 500;

export interface Board {
  /** The newest that came; stays while the server is away. */
  view: BoardView | null;
  /** Null: all is well. The link is gone, or the server is away since a moment. */
  trouble: { kind: 'gone'; problem: Problem } | { kind: 'away'; since: number } | null;
}

/** Follows a board for days on end: whatever goes away, it asks again until it is back. */
export function useBoard(secret: string): Board {
  const [board, setBoard] = useState<Board>({ view: null, trouble: null });
  useEffect(() => {
    let isClosed = false;
    let source: EventSource | null = null;
    let timer: ReturnType<typeof setTimeout> | undefined;
    let isAsking = false;
    let isStale = false;
    const address = `${API}/public/boards/${encodeURIComponent(secret)}`;

    const later = (ms: number) => {
      clearTimeout(timer);
      if (!isClosed) timer = setTimeout(() => void look(), ms);
    };
    const listen = () => {
      if (source && source.readyState !== EventSource.CLOSED) return;
      source = new EventSource(`${address}/events`);
      source.onmessage = () => void look();
      // The browser connects again by itself; that it had to is found out at once, not after a
      // minute.
      source.onerror = () => later(CUT_OFF_MS);
      source.onopen = () => void look();
    };
    const look = async () => {
      // What comes while one asks is asked for right after.
      if (isAsking) return void (isStale = true);
      isAsking = true;
      try {
        const response = await fetch(address, { signal: AbortSignal.timeout(10_000) });
        if (isClosed) return;
        if (response.ok) {
          const view = (await response.json()) as BoardView;
          setBoard({ view, trouble: null });
          listen();
          later(LOOK_AGAIN_MS);
        } else {
          const problem = (await response.json().catch(() => null)) as Problem | null;
          if (problem?.code === 'boardGone')
            setBoard({ view: null, trouble: { kind: 'gone', problem } });
          else
            setBoard(({ view, trouble }) => ({
              view,
              trouble: trouble?.kind === 'away' ? trouble : { kind: 'away', since: Date.now() },
            }));
          later(problem?.code === 'boardGone' ? LOOK_AGAIN_MS : RETRY_MS);
        }
      } catch {
        if (isClosed) return;
        setBoard(({ view, trouble }) => ({
          view,
          trouble: trouble?.kind === 'away' ? trouble : { kind: 'away', since: Date.now() },
        }));
        later(RETRY_MS);
      } finally {
        isAsking = false;
        if (isStale) {
          isStale = false;
          void look();
        }
      }
    };
    void look();
    return () => {
      isClosed = true;
      clearTimeout(timer);
      source?.close();
    };
  }, [secret]);
  return board;
}

import { useEffect, useMemo, useReducer } from 'react';
import type { ActivityChange } from '#contract/schemas/activity';
import { type Failure, useGetMeQuery } from '../app/api';
import { isPassing, waitFor } from '../app/saving/passing';
import { SaveQueue } from '../app/saving/saveQueue';
import { BrowserStepStore } from '../app/saving/stepStore';
import { useSay } from '../ui/Toasts';
import { useSaveActivitiesMutation } from './api';

/**
 * Saves typed-in values one step after the other; undo and redo without limit. A value somebody
 * else changed meanwhile is not overwritten.
 */
export function useActivitySaves() {
  const [save] = useSaveActivitiesMutation();
  const { data: me } = useGetMeQuery();
  const say = useSay();
  const [, refresh] = useReducer((count: number) => count + 1, 0);

  const { queue, store } = useMemo(() => {
    const store = new BrowserStepStore<ActivityChange[]>(`activities ${me?.id ?? ''}`);
    const queue = new SaveQueue<ActivityChange[], Failure>({
      store,
      isPassing,
      wait: waitFor,
      onChange: refresh,
      async send(changes) {
        const { data, error } = await save({ changes });
        return data ? { ok: true, undo: data.undo } : { ok: false, failure: error as Failure };
      },
      onFailure: (failure) =>
        say(
          `Nothing was saved. ${
            failure.errors
              ?.slice(0, 2)
              .map((error) => error.message)
              .join(' ') || failure.detail
          }`,
          { kind: 'fault' },
        ),
    });
    return { queue, store };
  }, [me?.id, save, say]);

  useEffect(() => {
    if (me) for (const step of store.takeLeftOver()) void queue.save(step);
  }, [me, queue, store]);

  return {
    set: (changes: ActivityChange[]) => queue.save(changes),
    undo: () => queue.undo(),
    redo: () => queue.redo(),
    canUndo: queue.canUndo,
    canRedo: queue.canRedo,
  };
}

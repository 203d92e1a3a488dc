import { useCallback, useRef, useState } from 'react';
import type { ActivityChange } from '#contract/schemas/activity';
import type { Failure } from '../../app/api';
import { useSay } from '../../ui/Toasts';
import { useSaveActivitiesMutation } from './api';

/** Saves typed-in values one step after the other; undo and redo without limit. A value somebody else changed meanwhile is not overwritten. */
export function useActivitySaves() {
  const [save] = useSaveActivitiesMutation();
  const say = useSay();
  const undos = useRef<ActivityChange[][]>([]);
  const redos = useRef<ActivityChange[][]>([]);
  const queue = useRef<Promise<unknown>>(Promise.resolve());
  const [, redraw] = useState(0);

  const send = useCallback((changes: ActivityChange[], onto: ActivityChange[][]) => {
    const done = queue.current.then(async () => {
      const result = await save({ changes });
      if (result.error) {
        const failure = result.error as Failure;
        say(`Nothing was saved. ${failure.errors?.slice(0, 2).map((error) => error.message).join(' ') || failure.detail}`, { kind: 'fault' });
      } else onto.push(result.data.undo);
      redraw((count) => count + 1);
      return !result.error;
    });
    queue.current = done.catch(() => undefined);
    return done;
  }, [save, say]);

  const set = useCallback((changes: ActivityChange[]) => {
    redos.current = [];
    return send(changes, undos.current);
  }, [send]);
  const step = useCallback(async (from: ActivityChange[][], onto: ActivityChange[][]) => {
    const last = from.pop();
    if (last && !await send(last, onto)) from.push(last);
  }, [send]);
  return {
    set,
    undo: () => step(undos.current, redos.current), redo: () => step(redos.current, undos.current),
    canUndo: undos.current.length > 0, canRedo: redos.current.length > 0,
  };
}

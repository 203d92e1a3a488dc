import { useCallback, useRef, useState } from 'react';
import type { TargetChange } from '#contract/schemas/target';
import type { Failure } from '../app/api';
import { useSay } from '../ui/Toasts';
import { useSaveTargetsMutation } from './api';

interface Clash {
  unit: string;
  period: string;
  yours: string | null;
  theirs: string | null;
  version: number;
}

/** Saves cells at once, with undo and redo without limit; a clash is shown with both values and overwrites nothing. */
export function useTargetSaves() {
  const [save, { isLoading }] = useSaveTargetsMutation();
  const undos = useRef<TargetChange[][]>([]);
  const redos = useRef<TargetChange[][]>([]);
  const [, redraw] = useState(0);
  const say = useSay();

  const send = useCallback(async (changes: TargetChange[], onto: TargetChange[][]): Promise<boolean> => {
    const result = await save({ changes });
    if (result.error) {
      const failure = result.error as Failure;
      if (failure.code === 'targetsChanged') {
        const clashes = (failure.clashes ?? []) as Clash[];
        const [first] = clashes;
        say(`Someone changed ${clashes.length === 1 ? `${first?.unit}, ${first?.period}` : `${clashes.length} of these cells`} meanwhile: now ${first?.theirs ?? 'empty'}, yours was ${first?.yours ?? 'empty'}. Nothing was saved.`, {
          kind: 'fault',
          action: { label: 'Use mine', run: () => void send(changes.map((change) => ({ ...change, version: clashes.find((each) => each.unit === change.unit && each.period === change.period)?.version ?? change.version })), onto) },
        });
      } else {
        say(`Nothing was saved. ${failure.errors?.slice(0, 2).map((error) => error.message).join(' ') ?? failure.detail}`, { kind: 'fault' });
      }
      return false;
    }
    onto.push(result.data.undo);
    redraw((count) => count + 1);
    return true;
  }, [save, say]);

  const set = useCallback(async (changes: TargetChange[]) => {
    if (changes.length === 0) return false;
    const isSaved = await send(changes, undos.current);
    if (isSaved) redos.current = [];
    return isSaved;
  }, [send]);

  const step = useCallback(async (from: TargetChange[][], onto: TargetChange[][]) => {
    const changes = from.pop();
    if (changes && !await send(changes, onto)) from.push(changes);
  }, [send]);

  return {
    isSaving: isLoading,
    set,
    undo: useCallback(() => step(undos.current, redos.current), [step]),
    redo: useCallback(() => step(redos.current, undos.current), [step]),
    canUndo: undos.current.length > 0,
    canRedo: redos.current.length > 0,
  };
}

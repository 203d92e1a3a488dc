import { useCallback, useRef, type RefObject } from 'react';
import type { TargetChange } from '#contract/schemas/target';
import type { Failure } from '../app/api';
import { useSay } from '../ui/Toasts';
import { useSaveTargetsMutation } from './api';
import type { Workbench } from './workbench';

interface Clash {
  unit: string;
  period: string;
  yours: string | null;
  theirs: string | null;
  version: number;
}

/** What was done in one go, and with what it is sent again when it is undone. */
interface Step {
  changes: TargetChange[];
  plan: number | undefined;
  reason: string | undefined;
}

/**
 * Saves cells at once and shows them before the server has answered; undo and redo without limit.
 * Steps are sent one after the other: the second of two quick ones rests on the first.
 * A clash is shown with both values and overwrites nothing.
 */
export function useTargetSaves(bench: Workbench | null, redraw: () => void, reason: string | undefined) {
  const [save, { isLoading }] = useSaveTargetsMutation();
  const undos = useRef<Step[]>([]);
  const redos = useRef<Step[]>([]);
  const queue = useRef<Promise<unknown>>(Promise.resolve());
  const current = useRef(bench);
  current.current = bench;
  const say = useSay();

  /** One after the other, so that each rests on what the one before left: also undo and redo, pressed quickly. */
  const enqueue = useCallback((run: () => Promise<boolean>): Promise<boolean> => {
    const done = queue.current.then(run, run);
    queue.current = done;
    return done;
  }, []);

  const show = useCallback((step: Step) => {
    current.current?.expect(step.changes);
    redraw();
    return current.current;
  }, [redraw]);

  /** Sends a step that is shown already; what undoes it goes onto the stack. */
  const send = useCallback(async (step: Step, at: Workbench | null, onto: Step[], name: string): Promise<boolean> => {
    const result = await save(step);
    at?.settle(step.changes, result.error ? null : result.data.undo.map((each) => each.version!));
    if (result.error) sayWhy(result.error as Failure, step, onto, name);
    else onto.push({ ...step, changes: result.data.undo });
    redraw();
    return !result.error;
  }, [save, redraw]);

  const sayWhy = (failure: Failure, step: Step, onto: Step[], name: string) => {
    if (failure.code !== 'targetsChanged') {
      say(`${name} was not saved. ${failure.errors?.slice(0, 2).map((error) => error.message).join(' ') ?? failure.detail}`, { kind: 'fault' });
      return;
    }
    const clashes = (failure['clashes'] ?? []) as Clash[];
    const [first] = clashes;
    const versionOf = (change: TargetChange) => clashes.find((each) => each.unit === change.unit && each.period === change.period)?.version ?? change.version;
    say(`Someone changed ${clashes.length === 1 ? `${first?.unit}, ${first?.period}` : `${clashes.length} of these cells`} meanwhile: now ${first?.theirs ?? 'empty'}, yours was ${first?.yours ?? 'empty'}. Nothing was saved.`, {
      kind: 'fault',
      action: { label: 'Use mine', run: () => void perform({ ...step, changes: step.changes.map((change) => ({ ...change, version: versionOf(change) })) }, onto, name) },
    });
  };

  const perform = useCallback((step: Step, onto: Step[], name: string) => {
    const at = show(step);
    return enqueue(() => send(step, at, onto, name));
  }, [show, enqueue, send]);

  const plan = bench?.sheet.plan?.status === 'draft' ? bench.sheet.plan.id : undefined;
  const set = useCallback(async (changes: TargetChange[], name = 'The change') => {
    if (changes.length === 0) return false;
    redos.current = [];
    return perform({ changes, plan, reason }, undos.current, name);
  }, [perform, plan, reason]);

  const step = useCallback((from: RefObject<Step[]>, onto: RefObject<Step[]>, name: string) => enqueue(async () => {
    const last = from.current.pop();
    if (!last) return false;
    const isDone = await send(last, show(last), onto.current, name);
    if (!isDone) from.current.push(last);
    return isDone;
  }), [enqueue, send, show]);

  return {
    isSaving: isLoading,
    set,
    undo: useCallback(() => step(undos, redos, 'Undo'), [step]),
    redo: useCallback(() => step(redos, undos, 'Redo'), [step]),
    canUndo: undos.current.length > 0,
    canRedo: redos.current.length > 0,
  };
}

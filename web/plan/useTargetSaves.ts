import { useCallback, useEffect, useMemo, useReducer, useRef } from 'react';
import type { TargetChange } from '#contract/schemas/target';
import { EN_PLAN } from '#wording/messages/en/plan';
import { messagesOf } from '#wording/messages/translate';
import { type Failure, useGetMeQuery } from '../app/api';
import { isPassing, waitFor } from '../app/saving/passing';
import { SaveQueue } from '../app/saving/saveQueue';
import { BrowserStepStore } from '../app/saving/stepStore';
import { useSay } from '../ui/Toasts';
import { useSaveTargetsMutation } from './api';
import { readClash } from './targetClash';
import type { Workbench } from './workbench';

const t = messagesOf('plan', EN_PLAN);

const NO_STATE = {};

/** Cells changed in one go. */
interface Step {
  changes: TargetChange[];
  plan: number | undefined;
  reason: string | undefined;
  /** What it is called when it is refused. */
  name: string;
}

/**
 * Saves cells at once and shows them before the server has answered; undo and redo without limit. A
 * clash is shown with both values and overwrites nothing. What the server has not answered is kept
 * in the browser and sent when the plan is opened again.
 */
export function useTargetSaves(
  bench: Workbench | null,
  redraw: () => void,
  reason: string | undefined,
) {
  // Not told of the request's states: each would draw the page anew.
  const [save] = useSaveTargetsMutation({ selectFromResult: () => NO_STATE });
  const { data: me } = useGetMeQuery();
  const [, refresh] = useReducer((count: number) => count + 1, 0);
  const say = useSay();
  const current = useRef(bench);
  useEffect(() => {
    current.current = bench;
  }, [bench]);

  const { queue, store } = useMemo(() => {
    const store = new BrowserStepStore<Step>(`targets ${me?.id ?? ''}`);
    /** On which sheet a step was shown: another may be open when it is answered. */
    const shownOn = new Map<Step, Workbench | null>();
    const queue: SaveQueue<Step, Failure> = new SaveQueue<Step, Failure>({
      store,
      isPassing,
      wait: waitFor,
      async send({ name, ...step }) {
        // What was typed is shown first, then sent.
        await waitFor(0);
        const { data, error } = await save(step);
        return data
          ? { ok: true, undo: { ...step, name, changes: data.undo } }
          : { ok: false, failure: error as Failure };
      },
      onShow(step) {
        shownOn.set(step, current.current);
        current.current?.expect(step.changes);
        redraw();
      },
      onSettled(step, result) {
        shownOn
          .get(step)
          ?.settle(
            step.changes,
            result.ok ? result.undo.changes.map((each) => each.version!) : null,
          );
        shownOn.delete(step);
        redraw();
      },
      onFailure(failure, step, history) {
        if (failure.code !== 'targetsChanged') {
          say(
            t('wasNotSaved', {
              step: step.name,
              reason:
                failure.errors
                  ?.slice(0, 2)
                  .map((error) => error.message)
                  .join(' ') ?? failure.detail,
            }),
            { kind: 'fault' },
          );
          return;
        }
        // The server compares in the reporting currency; where another one is shown, that must be
        // said.
        const clash = readClash(
          failure,
          step.changes,
          current.current?.rate ? current.current.sheet.currency : null,
        );
        if (clash)
          say(clash.text, {
            kind: 'fault',
            action: {
              label: t('useMine'),
              run: () => void queue.again({ ...step, changes: clash.mine }, history),
            },
          });
      },
      onChange: refresh,
    });
    return { queue, store };
  }, [me?.id, redraw, save, say]);

  const isOpen = bench !== null && me !== undefined;
  useEffect(() => {
    if (!isOpen) return;
    const left = store.takeLeftOver();
    if (left.length === 0) return;
    const count = left.reduce((sum, step) => sum + step.changes.length, 0);
    void Promise.all(left.map((step) => queue.save(step))).then((saved) => {
      if (saved.every(Boolean))
        say(count === 1 ? t('aTargetTypedBeforeThe') : t('targetsTypedBeforeThePage', { count }));
    });
  }, [isOpen, queue, store, say]);

  const plan = bench?.sheet.plan?.status === 'draft' ? bench.sheet.plan.id : undefined;
  const set = useCallback(
    async (changes: TargetChange[], name = t('theChange')) => {
      if (changes.length === 0) return false;
      return queue.save({ changes, plan, reason, name });
    },
    [queue, plan, reason],
  );
  const undo = useCallback(() => queue.undo(), [queue]);
  const redo = useCallback(() => queue.redo(), [queue]);
  const { isWaitingForServer: isSaving, canUndo, canRedo } = queue;
  return useMemo(
    () => ({ isSaving, set, undo, redo, canUndo, canRedo }),
    [isSaving, set, undo, redo, canUndo, canRedo],
  );
}

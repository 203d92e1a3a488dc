import { useCallback, useEffect, useMemo, useRef, useState, type RefObject } from 'react';
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

const NO_STATE = {};
/** What passes by itself, or with signing in again. */
const WAITED_FOR: ReadonlySet<string> = new Set(['unreachable', 'unavailable', 'outcomeUnknown', 'busy', 'diskFull', 'notSignedIn', 'csrf']);
const FIRST_WAIT_MS = 1_000;
const LONGEST_WAIT_MS = 8_000;
/** Longer than this and the page says that it is saving. */
const SLOW_MS = 300;

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
  // Not told of the request's states: each would draw the page anew.
  const [save] = useSaveTargetsMutation({ selectFromResult: () => NO_STATE });
  const [isSaving, setSaving] = useState(false);
  /** Steps that the server has not answered yet. */
  const waiting = useRef(0);
  const undos = useRef<Step[]>([]);
  const redos = useRef<Step[]>([]);
  const queue = useRef<Promise<unknown>>(Promise.resolve());
  const current = useRef(bench);
  current.current = bench;
  const say = useSay();

  /** One after the other, so that each rests on what the one before left: also undo and redo, pressed quickly. */
  const enqueue = useCallback((run: () => Promise<boolean>): Promise<boolean> => {
    waiting.current++;
    const done = queue.current.then(run, run).finally(() => waiting.current--);
    queue.current = done;
    return done;
  }, []);

  useEffect(() => {
    // Leaving while something is still on its way would lose it: the browser asks first.
    const ask = (event: BeforeUnloadEvent) => {
      if (waiting.current > 0) event.preventDefault();
    };
    window.addEventListener('beforeunload', ask);
    return () => window.removeEventListener('beforeunload', ask);
  }, []);

  const show = useCallback((step: Step) => {
    current.current?.expect(step.changes);
    redraw();
    return current.current;
  }, [redraw]);

  /** Sends a step that is shown already; what undoes it goes onto the stack. */
  const send = useCallback(async (step: Step, at: Workbench | null, onto: Step[], name: string): Promise<boolean> => {
    // What was typed is shown first, then sent.
    await new Promise((resolve) => setTimeout(resolve));
    const slow = setTimeout(() => setSaving(true), SLOW_MS);
    let result = await save(step);
    // Nothing of what was typed is taken back because a server or a session was away: it waits, and is sent again.
    for (let wait = FIRST_WAIT_MS; result.error && WAITED_FOR.has((result.error as Failure).code); wait = Math.min(wait * 2, LONGEST_WAIT_MS)) {
      setSaving(true);
      await new Promise((resolve) => setTimeout(resolve, wait));
      result = await save(step);
    }
    clearTimeout(slow);
    setSaving(false);
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
    const clashes = ((failure['clashes'] ?? []) as Clash[]);
    // Sent twice because the first answer was lost: what stands there is what was typed.
    if (clashes.length > 0 && clashes.every((clash) => clash.yours === clash.theirs)) return;
    const [first] = clashes;
    // The server compares in the reporting currency; where another one is shown, that must be said.
    const unit = current.current?.rate ? ` ${current.current.sheet.currency}` : '';
    const worded = (value: string | null | undefined) => (value == null ? 'empty' : `${value}${unit}`);
    const versionOf = (change: TargetChange) => clashes.find((each) => each.unit === change.unit && each.period === change.period)?.version ?? change.version;
    say(`Someone changed ${clashes.length === 1 ? `${first?.unit}, ${first?.period}` : `${clashes.length} of these cells`} meanwhile: now ${worded(first?.theirs)}, yours was ${worded(first?.yours)}. Nothing was saved.`, {
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

  const undo = useCallback(() => step(undos, redos, 'Undo'), [step]);
  const redo = useCallback(() => step(redos, undos, 'Redo'), [step]);
  const [canUndo, canRedo] = [undos.current.length > 0, redos.current.length > 0];
  return useMemo(() => ({ isSaving, set, undo, redo, canUndo, canRedo }), [isSaving, set, undo, redo, canUndo, canRedo]);
}

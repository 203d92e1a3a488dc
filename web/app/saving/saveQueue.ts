/** What a request to save came to. */
export type SaveResult<Undo, Failure> = { ok: true; undo: Undo } | { ok: false; failure: Failure };

export interface SaveQueueOptions<Step, Failure> {
  /** Sends a step. What undoes it is a step as well. */
  send(step: Step): Promise<SaveResult<Step, Failure>>;
  /** Failures that pass by themselves: the step waits and is sent again. */
  isPassing(failure: Failure): boolean;
  wait(ms: number): Promise<void>;
  /** Called when a step is about to be sent, and when its result is known. */
  onShow?(step: Step): void;
  onSettled?(step: Step, result: SaveResult<Step, Failure>): void;
  onFailure(failure: Failure, step: Step, history: 'undo' | 'redo'): void;
  /** Called whenever `isSaving`, `canUndo` or `canRedo` may have changed. */
  onChange(): void;
  /** Where steps are kept that are not answered yet. */
  store?: StepStore<Step>;
}

/** Keeps what was typed until the server has it: through a reload or a crash of the browser. */
export interface StepStore<Step> {
  add(step: Step): string;
  remove(key: string): void;
}

const FIRST_WAIT_MS = 1_000;
const LONGEST_WAIT_MS = 8_000;
/** An answer that takes longer is waited for on the screen. */
const SLOW_MS = 300;

/**
 * Saves steps one after the other, because the second of two quick ones builds on the first; undo
 * and redo without limit. A step that meets an absent server waits and is sent again.
 */
export class SaveQueue<Step, Failure> {
  private undos: Step[] = [];
  private redos: Step[] = [];
  private last: Promise<unknown> = Promise.resolve();
  private waiting = 0;
  private isLate = false;

  constructor(private options: SaveQueueOptions<Step, Failure>) {}

  /** Steps without an answer: leaving now would have to ask. */
  get hasPending(): boolean {
    return this.waiting > 0;
  }

  /** True while a step waits for a server that is slow or away. */
  get isWaitingForServer(): boolean {
    return this.isLate;
  }

  get canUndo(): boolean {
    return this.undos.length > 0;
  }

  get canRedo(): boolean {
    return this.redos.length > 0;
  }

  /** Sends a new step. What could be redone is forgotten. @returns whether it was saved */
  save(step: Step): Promise<boolean> {
    this.redos = [];
    return this.add(step, 'undo');
  }

  /** Sends a step again that was refused, changed in between. */
  again(step: Step, history: 'undo' | 'redo'): Promise<boolean> {
    return this.add(step, history);
  }

  undo(): Promise<boolean> {
    return this.move('undo', 'redo');
  }

  redo(): Promise<boolean> {
    return this.move('redo', 'undo');
  }

  private stackOf(history: 'undo' | 'redo'): Step[] {
    return history === 'undo' ? this.undos : this.redos;
  }

  private add(step: Step, history: 'undo' | 'redo'): Promise<boolean> {
    this.options.onShow?.(step);
    const key = this.options.store?.add(step);
    return this.enqueue(async () => {
      const isSaved = await this.send(step, history);
      if (key !== undefined) this.options.store?.remove(key);
      return isSaved;
    });
  }

  private move(from: 'undo' | 'redo', to: 'undo' | 'redo'): Promise<boolean> {
    return this.enqueue(async () => {
      const step = this.stackOf(from).pop();
      if (step === undefined) return false;
      this.options.onShow?.(step);
      const isSaved = await this.send(step, to);
      if (!isSaved) this.stackOf(from).push(step);
      return isSaved;
    });
  }

  private enqueue(run: () => Promise<boolean>): Promise<boolean> {
    this.waiting++;
    const done = this.last.then(run, run).finally(() => {
      this.waiting--;
      this.options.onChange();
    });
    this.last = done.catch(() => false);
    return done;
  }

  private async send(step: Step, history: 'undo' | 'redo'): Promise<boolean> {
    const slow = setTimeout(() => this.setLate(true), SLOW_MS);
    let result = await this.options.send(step);
    for (
      let wait = FIRST_WAIT_MS;
      !result.ok && this.options.isPassing(result.failure);
      wait = Math.min(wait * 2, LONGEST_WAIT_MS)
    ) {
      this.setLate(true);
      await this.options.wait(wait);
      result = await this.options.send(step);
    }
    clearTimeout(slow);
    this.setLate(false);
    this.options.onSettled?.(step, result);
    if (result.ok) this.stackOf(history).push(result.undo);
    else this.options.onFailure(result.failure, step, history);
    return result.ok;
  }

  private setLate(isLate: boolean): void {
    if (this.isLate === isLate) return;
    this.isLate = isLate;
    this.options.onChange();
  }
}

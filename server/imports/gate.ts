import { ProblemError } from '../problem';

const MOST_AT_ONCE = 2;
/** Files that are being sent: they cost a little disk and no transaction. */
const MOST_SENDING = 20;
const MOST_WAIT_MS = 60_000;

/**
 * How many imports run: two on a server, one a person, so that there is always room for everything
 * else.
 */
export class ImportGate {
  private people = new Set<number>();
  private running = 0;
  private waiting: (() => void)[] = [];

  /**
   * Keeps a person's place from the first byte of a file to its last row.
   * @throws ProblemError importRunning when they have one under way, importsBusy when too many are
   * being sent
   */
  async enter<Result>(userId: number, work: () => Promise<Result>): Promise<Result> {
    if (this.people.has(userId)) throw new ProblemError('importRunning');
    if (this.people.size >= MOST_SENDING) throw new ProblemError('importsBusy');
    this.people.add(userId);
    try {
      return await work();
    } finally {
      this.people.delete(userId);
    }
  }

  /**
   * Writes when there is room; waits a minute for it. @throws ProblemError importsBusy; what the
   * signal was aborted with
   */
  async write<Result>(signal: AbortSignal, work: () => Promise<Result>): Promise<Result> {
    if (this.running >= MOST_AT_ONCE) await this.wait(signal);
    this.running++;
    try {
      signal.throwIfAborted();
      return await work();
    } finally {
      this.running--;
      this.waiting.shift()?.();
    }
  }

  private wait(signal: AbortSignal): Promise<void> {
    return new Promise((resolve, reject) => {
      const leave = () => {
        clearTimeout(timer);
        signal.removeEventListener('abort', stop);
        this.waiting = this.waiting.filter((each) => each !== go);
      };
      const go = () => {
        leave();
        resolve();
      };
      const stop = () => {
        leave();
        reject(signal.reason as Error);
      };
      const timer = setTimeout(() => {
        leave();
        reject(new ProblemError('importsBusy'));
      }, MOST_WAIT_MS);
      signal.addEventListener('abort', stop);
      this.waiting.push(go);
    });
  }
}

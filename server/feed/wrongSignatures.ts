import { ProblemError } from '../problem';

const FREE_TRIES = 20;
const WINDOW_MS = 60_000;
const MOST_ADDRESSES = 10_000;

/**
 * Wrong signatures by address: whoever sends many of them is not answered for a minute, so that
 * guessing costs the server nothing.
 */
export class WrongSignatures {
  private byAddress = new Map<string, { count: number; since: number }>();

  constructor(private now: () => number = Date.now) {}

  /** @throws ProblemError tooManyTries with the seconds to wait */
  refuseMany(address: string): void {
    const entry = this.find(address);
    if (entry && entry.count >= FREE_TRIES)
      throw new ProblemError('tooManyTries', {
        seconds: Math.ceil((entry.since + WINDOW_MS - this.now()) / 1_000),
      });
  }

  note(address: string): void {
    const entry = this.find(address) ?? { count: 0, since: this.now() };
    this.byAddress.delete(address);
    this.byAddress.set(address, { ...entry, count: entry.count + 1 });
    if (this.byAddress.size > MOST_ADDRESSES)
      this.byAddress.delete(this.byAddress.keys().next().value!);
  }

  private find(address: string) {
    const entry = this.byAddress.get(address);
    return entry && this.now() - entry.since < WINDOW_MS ? entry : undefined;
  }
}

import { Refused } from '../problem';

const WINDOW_MS = 60_000;
const TRIES_PER_EMAIL = 8;
const TRIES_PER_ADDRESS = 30;

/** Counts failed sign-ins by e-mail and by address; a right password is never slowed by others' wrong ones on another account. */
export class SignInLimit {
  private failures = new Map<string, number[]>();

  /** @throws Refused tooManyTries */
  check(address: string, email: string): void {
    const now = Date.now();
    const wait = Math.max(this.waitFor(`a:${address}`, TRIES_PER_ADDRESS, now), this.waitFor(`e:${email.toLowerCase()}`, TRIES_PER_EMAIL, now));
    if (wait > 0) throw new Refused('tooManyTries', { seconds: Math.ceil(wait / 1000) });
  }

  countFailure(address: string, email: string): void {
    for (const key of [`a:${address}`, `e:${email.toLowerCase()}`]) {
      this.failures.set(key, [...this.recent(key, Date.now()), Date.now()]);
    }
    if (this.failures.size > 10_000) this.failures.clear();
  }

  forget(email: string): void {
    this.failures.delete(`e:${email.toLowerCase()}`);
  }

  private recent(key: string, now: number): number[] {
    return (this.failures.get(key) ?? []).filter((at) => now - at < WINDOW_MS);
  }

  private waitFor(key: string, most: number, now: number): number {
    const recent = this.recent(key, now);
    return recent.length < most ? 0 : recent[recent.length - most]! + WINDOW_MS - now;
  }
}

import { dropTyped, loadTyped, saveTyped } from './keptTyping';
import type { StepStore } from './saveQueue';

/**
 * Steps that a person has sent and the server has not answered, in the browser's storage under
 * `name`.
 */
export class BrowserStepStore<Step> implements StepStore<Step> {
  private next = 0;
  /** Steps of other pages open at the same time have other keys. */
  private page = Math.random().toString(36).slice(2);

  constructor(private name: string) {}

  /** Takes out what an earlier page left, oldest first. */
  takeLeftOver(): Step[] {
    const left = Object.values(this.load());
    if (left.length > 0) dropTyped(this.name);
    return left;
  }

  add(step: Step): string {
    const key = `${this.page} ${this.next++}`;
    this.write({ ...this.load(), [key]: step });
    return key;
  }

  remove(key: string): void {
    const { [key]: _done, ...rest } = this.load();
    this.write(rest);
  }

  private load(): Record<string, Step> {
    return loadTyped<Record<string, Step>>(this.name)?.values ?? {};
  }

  private write(steps: Record<string, Step>): void {
    if (Object.keys(steps).length === 0) dropTyped(this.name);
    else saveTyped(this.name, steps);
  }
}

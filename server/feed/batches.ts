import type { Incoming, Settled } from './take';

interface Waiting {
  incoming: Incoming;
  resolve(settled: Settled): void;
  reject(error: unknown): void;
}

const MOST_AT_ONCE = 200;

/**
 * Gathers what arrives while a transaction is under way and takes it in the next: a source that
 * sends hundreds a second costs a few transactions, and each sender is answered only when its own
 * is committed.
 */
export class Batches {
  private waiting = new Map<number, Waiting[]>();
  private running = new Set<number>();

  /**
   * `take` writes a batch; `publish` brings it into the figures: it is waited for before the
   * answers, but not before the next batch.
   */
  constructor(
    private take: (incoming: readonly Incoming[]) => Promise<Settled[]>,
    private publish: () => Promise<void>,
  ) {}

  add(incoming: Incoming): Promise<Settled> {
    return new Promise((resolve, reject) => {
      const { id } = incoming.source;
      this.waiting.set(id, [...(this.waiting.get(id) ?? []), { incoming, resolve, reject }]);
      if (!this.running.has(id)) void this.run(id);
    });
  }

  private async run(sourceId: number): Promise<void> {
    this.running.add(sourceId);
    // What arrives in the same turn goes along.
    await new Promise((resolve) => setImmediate(resolve));
    for (;;) {
      const all = this.waiting.get(sourceId) ?? [];
      if (all.length === 0) break;
      this.waiting.set(sourceId, all.slice(MOST_AT_ONCE));
      await this.settle(all.slice(0, MOST_AT_ONCE));
    }
    this.running.delete(sourceId);
  }

  private async settle(batch: readonly Waiting[]): Promise<void> {
    try {
      const settled = await this.take(batch.map((each) => each.incoming));
      const answer = (each: Waiting, index: number) => each.resolve(settled[index]!);
      this.publish().then(
        () => batch.forEach(answer),
        (error: unknown) => batch.forEach((each) => each.reject(error)),
      );
    } catch (error) {
      if (batch.length === 1) return batch[0]!.reject(error);
      // One that cannot be taken must not keep the others out: each by itself.
      for (const each of batch) await this.settle([each]);
    }
  }
}

import { setImmediate as turn } from 'node:timers/promises';
import { LRUCache } from 'lru-cache';

/** What responses are computed from, as far as it tells when they are out of date. */
export interface VersionSource {
  /** What they take of the clock; other answers belong to another moment. */
  readonly moment: string;
  /**
   * Counts up with every change of what a unit's responses depend on; null: of anything at all.
   * Versions of two units can be compared.
   */
  versionOf(dependencyScope: number | null): number;
}

/** How a response is computed, now and again after a change. */
export interface Question<Answer> {
  compute(): Promise<Answer>;
  /** The unit whose people alone it depends on; null: on anybody's. */
  dependencyScopeOf(): number | null;
}

interface CacheEntry<Answer> {
  question: Question<Answer>;
  answer: Answer;
  dependencyScope: number | null;
  /** The version of everything when its computation began. */
  version: number;
  /** It was sent to somebody since it was computed. */
  isInUse: boolean;
}

/**
 * Caches responses about figures until what they depend on changes: two hundred screens that show
 * one unit ask for the same within a second, and a booking in one branch leaves the responses of
 * all others valid. Requests that arrive during a computation share its result. A result whose
 * dependencies changed during its computation is not cached. After a change, responses in use can
 * be computed again before anybody asks.
 */
export class ResponseCache<Answer> {
  private entries: LRUCache<string, CacheEntry<Answer>>;
  private running = new Map<string, { answer: Promise<Answer>; version: number }>();
  private moment = '';
  private isDirty = false;
  private isRevalidating = false;

  /** @param maxSize together, by `sizeOf`; beyond it the least recently used ones go */
  constructor(
    private source: VersionSource,
    maxSize: number,
    sizeOf: (answer: Answer) => number,
  ) {
    this.entries = new LRUCache({
      maxSize,
      sizeCalculation: (entry) => Math.max(1, sizeOf(entry.answer)),
    });
  }

  /**
   * The response of a key, cached or computed now.
   * @throws whatever `compute` or `dependencyScopeOf` throws; nothing is cached then
   */
  async find(key: string, question: Question<Answer>): Promise<Answer> {
    if (this.source.moment !== this.moment) this.clear();
    const cached = this.entries.get(key);
    if (cached && !this.isStale(cached)) {
      cached.isInUse = true;
      return cached.answer;
    }
    const answer = await this.compute(key, question);
    const entry = this.entries.get(key);
    if (entry) entry.isInUse = true;
    return answer;
  }

  /**
   * Computes again what is in use and stale, with room between two computations for requests. A
   * response that nobody was sent since it was last computed waits until somebody asks, so there is
   * never more than twice the work.
   */
  async revalidate(): Promise<void> {
    this.isDirty = true;
    if (this.isRevalidating) return;
    this.isRevalidating = true;
    while (this.isDirty) {
      this.isDirty = false;
      for (const [key, entry] of [...this.entries.entries()]) {
        if (!entry.isInUse || !this.isStale(entry)) continue;
        await turn();
        // Somebody may have asked, or midnight have passed.
        if (this.entries.peek(key) !== entry || this.source.moment !== this.moment) continue;
        entry.isInUse = false;
        // An error is for whoever asks.
        await this.compute(key, entry.question).catch(() => undefined);
      }
    }
    this.isRevalidating = false;
  }

  private isStale({ dependencyScope, version }: CacheEntry<Answer>): boolean {
    return this.source.versionOf(dependencyScope) > version;
  }

  private async compute(key: string, question: Question<Answer>): Promise<Answer> {
    const version = this.source.versionOf(null);
    const running = this.running.get(key);
    if (running?.version === version) return running.answer;
    const { moment } = this;
    const dependencyScope = question.dependencyScopeOf();
    const promise = question.compute();
    const mine = { answer: promise, version };
    this.running.set(key, mine);
    try {
      const answer = await promise;
      if (moment === this.moment && this.source.versionOf(dependencyScope) <= version)
        this.entries.set(key, { question, answer, dependencyScope, version, isInUse: false });
      return answer;
    } finally {
      if (this.running.get(key) === mine) this.running.delete(key);
    }
  }

  private clear(): void {
    this.entries.clear();
    this.moment = this.source.moment;
  }
}

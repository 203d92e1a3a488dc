import { setImmediate as turn } from 'node:timers/promises';
import type { Day } from '#core/period/day';

/** What answers are made of, as far as it says when they have become old. */
export interface Changing {
  readonly asOf: Day;
  /**
   * Counts up with every change of what a unit's answers are made of; null: of anything at all.
   * Stamps of two units can be compared.
   */
  versionOf(reach: number | null): number;
}

/** How an answer is found, now and again after a change. */
export interface Question<Answer> {
  compute(): Promise<Answer>;
  /** The unit whose people alone it is made of; null: of anybody's. */
  dependencyScopeOf(): number | null;
}

interface Kept<Answer> {
  question: Question<Answer>;
  answer: Answer;
  reach: number | null;
  /** The count of all changes when it began to be computed. */
  stamp: number;
  /** Somebody was given it since it was computed. */
  isInUse: boolean;
}

/**
 * Answers about figures, until what they are made of changes: two hundred screens that show one
 * unit ask the same within one second, and a booking in one branch leaves the answers of all
 * others. Who asks while an answer is being computed gets the same one. One that was computed while
 * something changed is not kept. After a change those in use can be computed again before anybody
 * asks.
 */
export class ResponseCache<Answer> {
  private answers = new Map<string, Kept<Answer>>();
  private underWay = new Map<string, { answer: Promise<Answer>; stamp: number }>();
  private size = 0;
  private asOf: Day = -Infinity;
  private isBehind = false;
  private isGoing = false;

  /**
   * @param most size beyond which the kept ones begin anew: a hundred people looking at a hundred
   * places
   */
  constructor(
    private changing: Changing,
    private most: number,
    private sizeOf: (answer: Answer) => number,
  ) {}

  /**
   * The answer of a key, from before or computed now.
   * @throws whatever `compute` or `dependencyScopeOf` throws; nothing is kept then
   */
  async find(key: string, question: Question<Answer>): Promise<Answer> {
    if (this.changing.asOf !== this.asOf) this.clear();
    const known = this.answers.get(key);
    if (known && !this.isOld(known)) {
      known.isInUse = true;
      return known.answer;
    }
    const answer = await this.compute(key, question);
    const kept = this.answers.get(key);
    if (kept) kept.isInUse = true;
    return answer;
  }

  /**
   * Reckons again what is in use and has become old, with room between two answers for whoever asks
   * meanwhile. One that nobody was given since it was last computed waits until somebody asks: so
   * there is never more than twice the work.
   */
  async revalidate(): Promise<void> {
    this.isBehind = true;
    if (this.isGoing) return;
    this.isGoing = true;
    while (this.isBehind) {
      this.isBehind = false;
      for (const [key, kept] of [...this.answers]) {
        if (!kept.isInUse || !this.isOld(kept)) continue;
        await turn();
        // Somebody may have asked, or midnight have passed.
        if (this.answers.get(key) !== kept || this.changing.asOf !== this.asOf) continue;
        kept.isInUse = false;
        // What cannot be answered is said to whoever asks.
        await this.compute(key, kept.question).catch(() => undefined);
      }
    }
    this.isGoing = false;
  }

  private isOld({ reach, stamp }: Kept<Answer>): boolean {
    return this.changing.versionOf(reach) > stamp;
  }

  private async compute(key: string, question: Question<Answer>): Promise<Answer> {
    const stamp = this.changing.versionOf(null);
    const running = this.underWay.get(key);
    if (running?.stamp === stamp) return running.answer;
    const { asOf } = this;
    const reach = question.dependencyScopeOf();
    const answer = question.compute();
    const mine = { answer, stamp };
    this.underWay.set(key, mine);
    try {
      const given = await answer;
      if (asOf === this.asOf && this.changing.versionOf(reach) <= stamp)
        this.keep(key, { question, answer: given, reach, stamp, isInUse: false });
      return given;
    } finally {
      if (this.underWay.get(key) === mine) this.underWay.delete(key);
    }
  }

  private keep(key: string, kept: Kept<Answer>): void {
    const before = this.answers.get(key);
    const more = this.sizeOf(kept.answer) - (before ? this.sizeOf(before.answer) : 0);
    if (this.size + more > this.most) {
      this.clear();
      this.size = this.sizeOf(kept.answer);
    } else this.size += more;
    this.answers.set(key, kept);
  }

  private clear(): void {
    this.answers.clear();
    [this.size, this.asOf] = [0, this.changing.asOf];
  }
}

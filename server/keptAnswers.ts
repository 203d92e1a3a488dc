import type { Day } from '#core/period/day';

/** What answers are made of, as far as it says when they have become old. */
export interface Changing {
  readonly asOf: Day;
  /** Counts up with every change of what a unit's answers are made of; null: of anything at all. Stamps of two units can be compared. */
  stampOf(reach: number | null): number;
}

interface Kept<Answer> {
  answer: Answer;
  reach: number | null;
  /** The count of all changes when it began to be reckoned. */
  stamp: number;
}

/**
 * Answers about figures, until what they are made of changes: two hundred screens that show one unit ask the same within one second,
 * and a booking in one branch leaves the answers of all others. Who asks while an answer is being reckoned gets the same one.
 * One that was reckoned while something changed is not kept.
 */
export class KeptAnswers<Answer> {
  private answers = new Map<string, Kept<Answer>>();
  private underWay = new Map<string, { answer: Promise<Answer>; stamp: number }>();
  private size = 0;
  private asOf: Day = -Infinity;

  /** @param most size beyond which the kept ones begin anew: a hundred people looking at a hundred places */
  constructor(private changing: Changing, private most: number, private sizeOf: (answer: Answer) => number) {}

  /**
   * The answer of a key, from before or reckoned now.
   * @param reachOf the unit whose people alone it is made of; null, or left out: of anybody's
   * @throws whatever `reckon` or `reachOf` throws; nothing is kept then
   */
  async find(key: string, reckon: () => Promise<Answer>, reachOf: () => number | null = reachesAll): Promise<Answer> {
    if (this.changing.asOf !== this.asOf) this.clear();
    const known = this.answers.get(key);
    if (known && this.changing.stampOf(known.reach) <= known.stamp) return known.answer;
    const stamp = this.changing.stampOf(null);
    const running = this.underWay.get(key);
    if (running?.stamp === stamp) return running.answer;
    const { asOf } = this;
    const reach = reachOf();
    const answer = reckon();
    const mine = { answer, stamp };
    this.underWay.set(key, mine);
    try {
      const given = await answer;
      if (asOf === this.asOf && this.changing.stampOf(reach) <= stamp) this.keep(key, { answer: given, reach, stamp });
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

const reachesAll = () => null;

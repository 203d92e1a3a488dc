import type { Replica } from './ledger/replica';

/** Beyond so many characters the kept ones begin anew: a hundred people looking at a hundred places. */
const MOST_CHARACTERS = 64_000_000;

/**
 * Answers about figures as they were written, until anything in the server's copy of the books changes: two hundred screens that show one unit
 * ask the same within one second. An answer that was reckoned while something changed is not kept.
 */
export class KeptAnswers {
  private answers = new Map<string, string>();
  private size = 0;
  private stamp = -1;

  constructor(private replica: Pick<Replica, 'stamp' | 'asOf'>) {}

  /** The answer of a key, from before or reckoned now. @throws whatever `reckon` throws; nothing is kept then */
  async find(key: string, reckon: () => Promise<unknown>): Promise<string> {
    const { stamp } = this.replica;
    if (stamp !== this.stamp || this.size > MOST_CHARACTERS) {
      this.answers.clear();
      [this.size, this.stamp] = [0, stamp];
    }
    const today = `${this.replica.asOf} ${key}`;
    const known = this.answers.get(today);
    if (known !== undefined) return known;
    const text = JSON.stringify(await reckon());
    if (this.replica.stamp === stamp && this.stamp === stamp) {
      this.answers.set(today, text);
      this.size += text.length;
    }
    return text;
  }
}

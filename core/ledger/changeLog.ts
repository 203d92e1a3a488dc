/** Beyond these it is as quick to derive anew. */
const MOST_REMEMBERED = 10_000;

/** What has changed since something was filled, for those who keep up what they derive of it. */
export class ChangeLog<Change> {
  /**
   * Counts up whenever all is filled or laid out anew: whatever was derived before is derived anew
   * as well.
   */
  generation = 0;
  /** One by one, in this generation. */
  changes: Change[] = [];

  note(change: Change): void {
    if (this.changes.length >= MOST_REMEMBERED) this.beginAnew();
    else this.changes.push(change);
  }

  beginAnew(): void {
    this.generation++;
    this.changes = [];
  }
}

/** Follows a log: forgets what was derived where it began anew, and takes in each change once. */
export class LogReader<Change> {
  private generation = -1;
  private heard = 0;

  constructor(
    private log: ChangeLog<Change>,
    private forget: () => void,
    private take: (change: Change) => void,
  ) {}

  /** Called before anything derived is used. */
  keepUp(): void {
    const { generation, changes } = this.log;
    if (this.generation !== generation) {
      this.forget();
      [this.generation, this.heard] = [generation, changes.length];
    }
    while (this.heard < changes.length) this.take(changes[this.heard++]!);
  }
}

import { hashSecret } from '../access/index';
import type { Context } from '../context';
import { ProblemError } from '../problem';
import { ResponseCache } from '../responseCache';
import { type BoardRow, type OpenBoard, openBoard, readBoard } from './service';

/** More boards than hang on walls. */
const MOST_BOARDS = 2_000;

/**
 * Which board a link opens. The database is asked once, then not again until it says that a board
 * or somebody's rights may have changed: a hundred boards ask with every deal.
 */
export class KnownBoards {
  private changes = 0;
  private kept: ResponseCache<BoardRow>;

  constructor(private context: Context) {
    const { replica } = context;
    replica.onChange(({ topic }) => {
      if (topic === 'boards') this.forget();
    });
    replica.onAccessChange(() => this.forget());
    this.kept = new ResponseCache<BoardRow>(
      {
        get moment() {
          return replica.moment;
        },
        versionOf: () => this.changes,
      },
      MOST_BOARDS,
      () => 1,
    );
  }

  /**
   * @throws ProblemError notSetUp, or boardGone when it is withdrawn, unknown, or its maker may not
   * show it any more
   */
  async find(secret: string): Promise<OpenBoard> {
    const { db, replica } = this.context;
    if (!replica.company) throw new ProblemError('notSetUp');
    const hash = hashSecret(secret);
    // What is not heard of cannot be kept.
    const row = replica.connected
      ? await this.kept.find(hash, {
          compute: () => readBoard(db, hash),
          dependencyScopeOf: () => null,
        })
      : await readBoard(db, hash);
    return openBoard(replica, row);
  }

  /** Called at once by whatever withdraws a board here; other servers hear of it. */
  forget(): void {
    this.changes++;
  }
}

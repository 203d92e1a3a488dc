import type pg from 'pg';
import type { LineBook } from '#core/slices/lineBook';
import { type Database, openDatabase } from '../db/client';
import { loadLines, refreshLines, type SoldDay } from './lines';

/**
 * The credited lines of a reading of the ledger: read when somebody first asks for a slice, then
 * kept up with every booking like the sums.
 */
export class LineCopy {
  private book: LineBook | null = null;
  private loading: Promise<LineBook> | null = null;
  /** What changed while it was being read: its snapshot may not have it. */
  private missed: SoldDay[] = [];

  constructor(private pool: pg.Pool) {}

  find(): Promise<LineBook> {
    if (this.book) return Promise.resolve(this.book);
    this.loading ??= this.load().finally(() => {
      this.loading = null;
    });
    return this.loading;
  }

  private async load(): Promise<LineBook> {
    this.missed = [];
    const db = openDatabase(this.pool);
    const book = await loadLines(db);
    while (this.missed.length > 0) await refreshLines(db, book, this.missed.splice(0));
    this.book = book;
    return book;
  }

  /** Takes in that some people's days have changed. */
  async apply(db: Database, changed: readonly SoldDay[]): Promise<void> {
    if (this.book) await refreshLines(db, this.book, changed);
    else if (this.loading) this.missed.push(...changed);
  }
}

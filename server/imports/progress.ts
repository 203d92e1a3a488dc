/** How far the imports of this server are, by whose they are. */
export class ImportProgress {
  private rows = new Map<number, number>();

  note(userId: number, rows: number): void {
    this.rows.set(userId, rows);
  }

  end(userId: number): void {
    this.rows.delete(userId);
  }

  /** Rows read so far; null where nothing of theirs is being read. */
  rowsOf(userId: number): number | null {
    return this.rows.get(userId) ?? null;
  }
}

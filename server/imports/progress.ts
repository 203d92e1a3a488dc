/** How far the imports of this server are, by whose they are. */
export class ImportProgress {
  private states = new Map<number, { rows: number; isRead: boolean }>();

  note(userId: number, rows: number, isRead: boolean): void {
    this.states.set(userId, { rows, isRead });
  }

  end(userId: number): void {
    this.states.delete(userId);
  }

  /** Rows read so far, and whether these are all; null where nothing of theirs is being read. */
  of(userId: number): { rows: number | null; isRead: boolean } {
    return this.states.get(userId) ?? { rows: null, isRead: false };
  }
}

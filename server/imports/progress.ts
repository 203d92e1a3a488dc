import type { CsvRecord } from './csv';

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

/**
 * The records of a file of any kind as they are, telling after each pack how many rows have been
 * read (without the heading), and at the end that these are all.
 */
export async function* countRows(
  source: AsyncIterable<CsvRecord[]>,
  onProgress: (rows: number, isRead: boolean) => void,
): AsyncGenerator<CsvRecord[]> {
  let records = 0;
  const rows = () => Math.max(0, records - 1);
  for await (const pack of source) {
    records += pack.length;
    onProgress(rows(), false);
    yield pack;
  }
  onProgress(rows(), true);
}

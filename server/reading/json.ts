import { FILE_LIMITS, FileFault, type FileRecord } from './record';

const AT_ONCE = 1_000;

/**
 * A JSON array of objects with the columns as names, as records: first the names, then the values.
 * @throws FileFault naming the row
 */
export function* parseJsonRows(text: string): Generator<FileRecord[]> {
  const rows = parseRows(text);
  const columns = findColumns(rows);
  if (columns.length > 0) yield [{ line: 1, fields: columns }];
  for (let at = 0; at < rows.length; at += AT_ONCE) {
    yield rows.slice(at, at + AT_ONCE).map((row, index) => ({
      line: at + index + 2,
      fields: columns.map((column) => toText(row[column], at + index, column)),
    }));
  }
}

function parseRows(text: string): Record<string, unknown>[] {
  const body = parse(text);
  if (!Array.isArray(body))
    throw new FileFault('invalidBody', {
      expected: 'JSON',
      problem: 'it must be an array of rows',
    });
  const bad = body.findIndex(
    (row) => typeof row !== 'object' || row === null || Array.isArray(row),
  );
  if (bad >= 0)
    throw FileFault.at(String(bad), 'format', {
      problem: 'each row must be an object with the columns as names',
    });
  return body as Record<string, unknown>[];
}

function parse(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch (error) {
    throw new FileFault('invalidBody', {
      expected: 'JSON',
      problem: (error as Error).message.slice(0, 200),
    });
  }
}

/** Names in the order in which they are met. */
function findColumns(rows: readonly object[]): string[] {
  const columns = new Set<string>();
  for (const row of rows) {
    for (const name of Object.keys(row)) columns.add(name);
    if (columns.size > FILE_LIMITS.columns)
      throw FileFault.at('columns', 'tooManyColumns', {
        count: columns.size,
        max: FILE_LIMITS.columns,
      });
  }
  return [...columns];
}

function toText(value: unknown, row: number, column: string): string {
  if (value === null || value === undefined) return '';
  if (typeof value === 'object')
    throw FileFault.at(`${row}/${column.slice(0, 80)}`, 'format', {
      problem: 'must be a text, a number, true or false',
    });
  return String(value);
}

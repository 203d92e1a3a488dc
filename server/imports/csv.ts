import type { Readable } from 'node:stream';
import Papa from 'papaparse';
import { Refused, refuseFaults } from '../problem';
import { guardCell } from './guardCell';

export const LARGEST_FILE = 180 * 1024 * 1024;
const LARGEST_RECORD = 1024 * 1024;
const MOST_COLUMNS = 200;

/** A record with the line of the file on which it starts. */
export interface CsvRecord {
  line: number;
  fields: string[];
}

export interface CsvHeading {
  /** Where each known column stands; null for known ones that are not there. */
  at: Readonly<Record<string, number | null>>;
  ignored: string[];
  width: number;
}

export interface CsvColumns {
  known: readonly string[];
  required: readonly string[];
  /** What a heading means, where it is called otherwise; an empty text: it is not read. */
  meaning?: (heading: string) => string;
}

interface LowParser {
  parse(input: string, baseIndex: number, ignoreLastRow: boolean): Papa.ParseResult<string[]>;
}
const Parser = (Papa as unknown as { Parser: new (config: object) => LowParser }).Parser;

/**
 * Reads CSV (RFC 4180) in batches as it arrives: UTF-8 with or without byte-order mark; comma, semicolon or tab; CRLF or LF.
 * @throws Refused invalidInput naming the file's fault; tooLarge
 */
export async function readCsv(
  source: Readable | string, columns: CsvColumns, onBatch: (heading: CsvHeading, records: CsvRecord[]) => Promise<void> | void,
): Promise<CsvHeading> {
  const decoder = new TextDecoder('utf-8', { fatal: true });
  let heading: CsvHeading | null = null;
  let parser: LowParser | null = null;
  let rest = '';
  let line = 1;
  let bytes = 0;

  const take = async (text: string, isLast: boolean) => {
    rest += text;
    if (!parser) {
      const end = rest.search(/\r?\n/);
      if (end < 0 && !isLast && rest.length < LARGEST_RECORD) return;
      parser = new Parser({ delimiter: detectDelimiter(end < 0 ? rest : rest.slice(0, end)), newline: detectNewline(rest) });
    }
    const { data, errors, meta } = parser.parse(rest, 0, !isLast);
    // What is wrong with the last record may be that the rest of it has not arrived.
    const quote = errors.find((error) => error.type === 'Quotes' && (isLast || (error.row ?? 0) < data.length));
    if (quote) refuseFile('brokenQuote', line + (quote.row ?? 0));
    const hasQuotes = rest.includes('"');
    rest = isLast ? '' : rest.slice(meta.cursor);
    if (rest.length > LARGEST_RECORD) refuseFile(heading ? 'brokenQuote' : 'tooManyColumns', line + data.length, { count: 'more', max: MOST_COLUMNS });

    const records: CsvRecord[] = [];
    for (const fields of data) {
      const start = line;
      line += 1 + (hasQuotes ? countBreaks(fields) : 0);
      if (fields.length === 1 && fields[0] === '') continue;
      if (!heading) heading = readHeading(fields, columns);
      else records.push({ line: start, fields });
    }
    if (heading && records.length > 0) await onBatch(heading, records);
  };

  if (typeof source === 'string') await take(source.replace(/^\uFEFF/, ''), false);
  else {
    try {
      for await (const chunk of source.iterator({ destroyOnReturn: false }) as AsyncIterable<Buffer>) {
        bytes += chunk.length;
        if (bytes > LARGEST_FILE) throw new Refused('tooLarge', { limit: `${LARGEST_FILE / 1024 / 1024} MB` });
        await take(decode(decoder, chunk, line), false);
      }
      await take(decode(decoder, undefined, line), false);
    } finally {
      // Whoever is still sending must be let finish, or they get a broken connection instead of the reason.
      source.resume();
    }
  }
  await take('', true);
  if (!heading) refuseFaults([{ field: 'file', code: 'emptyFile' }]);
  return heading!;
}

function refuseFile(code: 'brokenQuote' | 'tooManyColumns' | 'notUtf8', line: number, params = {}): never {
  throw new Refused('invalidInput', {}, [{ field: `line ${line}`, code, params }]);
}

function decode(decoder: TextDecoder, chunk: Buffer | undefined, line: number): string {
  try {
    return chunk ? decoder.decode(chunk, { stream: true }) : decoder.decode();
  } catch {
    return refuseFile('notUtf8', line);
  }
}

function detectDelimiter(firstLine: string): string {
  const count = (mark: string) => firstLine.split(mark).length;
  return [',', ';', '\t'].reduce((best, mark) => (count(mark) > count(best) ? mark : best));
}

function detectNewline(text: string): string {
  const at = text.indexOf('\n');
  return at > 0 && text[at - 1] === '\r' ? '\r\n' : '\n';
}

function countBreaks(fields: readonly string[]): number {
  return fields.reduce((sum, field) => sum + (field.includes('\n') ? field.split('\n').length - 1 : 0), 0);
}

function readHeading(fields: string[], { known, required, meaning }: CsvColumns): CsvHeading {
  if (fields.length > MOST_COLUMNS) refuseFile('tooManyColumns', 1, { count: fields.length, max: MOST_COLUMNS });
  const names = fields.map((field) => (meaning ? meaning(field.trim()) : field.trim().toLowerCase()));
  const missing = required.filter((column) => !names.includes(column));
  refuseFaults(missing.map((column) => ({ field: 'line 1', code: 'missingColumn' as const, params: { column, needed: required.join(', ') } })));
  const at = Object.fromEntries(known.map((column) => [column, names.includes(column) ? names.indexOf(column) : null]));
  return { at, ignored: names.filter((name) => name !== '' && !known.includes(name)), width: fields.length };
}

/** CSV with CRLF, as RFC 4180 has it. */
export function toCsv(columns: readonly string[], rows: readonly (readonly (string | number | null)[])[], withHeading = true): string {
  const text = Papa.unparse({ fields: [...columns], data: rows.map((row) => row.map(guardCell)) as unknown[][] }, { newline: '\r\n', header: withHeading });
  return rows.length > 0 || withHeading ? `${text}\r\n` : '';
}

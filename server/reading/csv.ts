import Papa from 'papaparse';
import { FILE_LIMITS, FileFault, type FileRecord } from './record';

interface LowParser {
  parse(input: string, baseIndex: number, ignoreLastRow: boolean): Papa.ParseResult<string[]>;
}
const Parser = (Papa as unknown as { Parser: new (config: object) => LowParser }).Parser;

export interface CsvOptions {
  /**
   * The bytes are only the beginning of a file: what its last record lacks is no fault, and the
   * record is left out.
   */
  isHead?: boolean;
}

/**
 * Reads CSV (RFC 4180) in batches as it arrives: UTF-8 with or without byte-order mark; comma,
 * semicolon or tab; CRLF, LF or CR, also mixed. Empty lines are left out, and counted.
 * @throws FileFault naming the line
 */
export async function* parseCsv(
  source: AsyncIterable<Buffer> | Iterable<Buffer>,
  options: CsvOptions = {},
): AsyncGenerator<FileRecord[]> {
  const text = new TextSource();
  const records = new RecordSource();
  for await (const chunk of source) yield records.take(text.take(chunk, records.line), false);
  yield records.take(text.end(records.line), true, options.isHead);
}

/**
 * Bytes as text with one kind of line end outside quotes; a letter or a line end cut in two waits
 * for its rest.
 */
class TextSource {
  private decoder = new TextDecoder('utf-8', { fatal: true });
  private isQuoted = false;
  private held = '';

  take(chunk: Buffer, line: number): string {
    return this.unify(this.decode(chunk, line), false);
  }

  end(line: number): string {
    return this.unify(this.decode(undefined, line), true);
  }

  private decode(chunk: Buffer | undefined, line: number): string {
    try {
      return chunk ? this.decoder.decode(chunk, { stream: true }) : this.decoder.decode();
    } catch {
      const readable = new TextDecoder().decode(chunk ?? Buffer.alloc(0));
      const before = readable.slice(0, Math.max(0, readable.indexOf('\ufffd')));
      const value = before
        .slice(-20)
        .split(/[\r\n]/)
        .at(-1)!;
      throw FileFault.at(`line ${line + countBreaks(before)}`, 'notUtf8', { after: value });
    }
  }

  /** CRLF and CR become LF, but not within quotes: a note keeps its line ends. */
  private unify(arrived: string, isLast: boolean): string {
    const text = this.held + arrived;
    const isCut = !isLast && text.endsWith('\r');
    this.held = isCut ? '\r' : '';
    const whole = isCut ? text.slice(0, -1) : text;
    if (!whole.includes('\r')) {
      if (whole.split('"').length % 2 === 0) this.isQuoted = !this.isQuoted;
      return whole;
    }
    return whole
      .split('"')
      .map((part, at) => {
        if (at > 0) this.isQuoted = !this.isQuoted;
        return this.isQuoted ? part : part.replace(/\r\n?/g, '\n');
      })
      .join('"');
  }
}

/** Text as records. */
class RecordSource {
  line = 1;
  private parser: LowParser | null = null;
  private rest = '';
  private hasHeading = false;

  take(text: string, isLast: boolean, isHead = false): FileRecord[] {
    this.rest += text;
    if (!this.parser && !this.findParser(isLast)) return [];
    const { data, errors, meta } = this.parser!.parse(this.rest, 0, !isLast || isHead);
    // What is wrong with the last record may be that the rest of it has not arrived.
    const quote = errors.find(
      (error) => error.type === 'Quotes' && ((isLast && !isHead) || (error.row ?? 0) < data.length),
    );
    if (quote) throw FileFault.at(`line ${this.line + (quote.row ?? 0)}`, 'brokenQuote');
    const hasQuotes = this.rest.includes('"');
    this.rest = isLast ? '' : this.rest.slice(meta.cursor);
    if (this.rest.length > FILE_LIMITS.recordBytes) this.refuseLong(data.length);
    return data.flatMap((fields) => this.toRecord(fields, hasQuotes));
  }

  private findParser(isLast: boolean): boolean {
    const end = this.rest.indexOf('\n');
    if (end < 0 && !isLast && this.rest.length < FILE_LIMITS.recordBytes) return false;
    const first = (end < 0 ? this.rest : this.rest.slice(0, end)).replace(/^\uFEFF/, '');
    this.rest = this.rest.replace(/^\uFEFF/, '');
    this.parser = new Parser({ delimiter: detectDelimiter(first), newline: '\n' });
    return true;
  }

  private toRecord(fields: string[], hasQuotes: boolean): FileRecord[] {
    const { line } = this;
    this.line += 1 + (hasQuotes ? fields.reduce((sum, field) => sum + countBreaks(field), 0) : 0);
    if (fields.length === 1 && fields[0]!.trim() === '') return [];
    if (!this.hasHeading && fields.length > FILE_LIMITS.columns) {
      throw FileFault.at(`line ${line}`, 'tooManyColumns', {
        count: fields.length,
        max: FILE_LIMITS.columns,
      });
    }
    this.hasHeading = true;
    return [{ line, fields }];
  }

  private refuseLong(records: number): never {
    const field = `line ${this.line + records}`;
    if (this.rest.includes('"')) throw FileFault.at(field, 'brokenQuote');
    if (!this.hasHeading)
      throw FileFault.at(field, 'tooManyColumns', { count: 'more', max: FILE_LIMITS.columns });
    throw FileFault.at(field, 'recordTooLong', { max: '1 MB' });
  }
}

function detectDelimiter(firstLine: string): string {
  const count = (mark: string) => firstLine.split(mark).length;
  return [',', ';', '\t'].reduce((best, mark) => (count(mark) > count(best) ? mark : best));
}

/** Line ends as an editor counts them. */
function countBreaks(text: string): number {
  return text.includes('\n') || text.includes('\r') ? text.split(/\r\n|\r|\n/).length - 1 : 0;
}

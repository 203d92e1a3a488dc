import { readFileSync } from 'node:fs';
import { Unzip, UnzipInflate, unzipSync } from 'fflate';
import { SaxesParser } from 'saxes';
import { FILE_LIMITS, FileFault } from './record';

/**
 * Reads workbooks (ECMA-376, part 1, 18.3) sheet by sheet as they are unpacked. The package that
 * writes ours reads them too, but whole, in gigabytes, or as a stream only where the parts stand in
 * its own order; this counts what it unpacks while it does.
 */
export interface Workbook {
  sheets: readonly { name: string; path: string }[];
  /**
   * Rows that hold anything, in batches, in the order of the sheet. @throws FileFault where a limit
   * is passed
   */
  rowsOf(path: string): Generator<SheetRow[]>;
}

export interface SheetRow {
  /** As the sheet numbers it. */
  number: number;
  /** By column, from 1. */
  cells: Map<number, SheetCell>;
}

export interface SheetCell {
  text: string;
  isFormula: boolean;
}

const CHUNK = 64 * 1024;
/** The parts read whole: names, styles, and the texts that cells point to. */
const SMALL_PARTS = /^xl\/(workbook|styles|sharedStrings)\.xml$|^xl\/_rels\/workbook\.xml\.rels$/i;

/** @throws FileFault notAWorkbook, tooLarge */
export function openWorkbook(path: string): Workbook {
  const bytes = readFileSync(path);
  const parts = unpackSmall(bytes);
  const text = (name: string) =>
    parts.has(name) ? new TextDecoder().decode(parts.get(name)) : null;
  const workbook = text('xl/workbook.xml');
  if (workbook === null) throw FileFault.at('file', 'notAWorkbook');
  const limits = { unpacked: 0, rows: 0, cells: 0 };
  return guard(() => {
    const { names, is1904 } = readNames(workbook);
    const targets = readTargets(text('xl/_rels/workbook.xml.rels') ?? '');
    const context: CellContext = {
      strings: readStrings(text('xl/sharedStrings.xml') ?? ''),
      dateStyles: readDateStyles(text('xl/styles.xml') ?? ''),
      is1904,
    };
    return {
      sheets: names.flatMap(({ name, id }) =>
        targets.has(id) ? [{ name, path: targets.get(id)! }] : [],
      ),
      rowsOf: (sheet) => readSheet(bytes, sheet, context, limits),
    };
  });
}

function guard<Result>(work: () => Result): Result {
  try {
    return work();
  } catch (error) {
    throw error instanceof FileFault ? error : FileFault.at('file', 'notAWorkbook');
  }
}

function unpackSmall(bytes: Buffer): Map<string, Uint8Array> {
  return guard(() => {
    let unpacked = 0;
    const parts = unzipSync(bytes, {
      filter: ({ name, originalSize }) => {
        const isSmall = SMALL_PARTS.test(name);
        if (isSmall) unpacked += originalSize;
        if (unpacked > FILE_LIMITS.unpackedBytes / 4) throw tooLarge();
        return isSmall;
      },
    });
    return new Map(Object.entries(parts));
  });
}

const tooLarge = () =>
  new FileFault('tooLarge', {
    limit: `${FILE_LIMITS.unpackedBytes / 1024 / 1024} MB of an unpacked workbook`,
  });

type Attributes = Readonly<Record<string, string>>;

interface Handlers {
  open?(name: string, attributes: Attributes): void;
  close?(name: string): void;
  text?(text: string): void;
}

const localOf = (name: string) => name.slice(name.indexOf(':') + 1);

/** A parser of one part. Entities of its own are not resolved. */
function parserOf(handlers: Handlers): SaxesParser {
  const parser = new SaxesParser();
  parser.on('error', (error) => {
    throw error;
  });
  parser.on('opentag', (tag) => handlers.open?.(localOf(tag.name), tag.attributes as Attributes));
  parser.on('closetag', (tag) => handlers.close?.(localOf(tag.name)));
  parser.on('text', (text) => handlers.text?.(text));
  parser.on('cdata', (text) => handlers.text?.(text));
  return parser;
}

function parsePart(text: string, handlers: Handlers): void {
  if (text === '') return;
  parserOf(handlers).write(text).close();
}

function readNames(text: string): { names: { name: string; id: string }[]; is1904: boolean } {
  const names: { name: string; id: string }[] = [];
  let is1904 = false;
  parsePart(text, {
    open: (name, attributes) => {
      if (name === 'workbookPr') is1904 = ['1', 'true'].includes(attributes['date1904'] ?? '');
      if (name === 'sheet')
        names.push({ name: attributes['name'] ?? '', id: attributes['r:id'] ?? '' });
    },
  });
  return { names, is1904 };
}

function readTargets(text: string): Map<string, string> {
  const targets = new Map<string, string>();
  parsePart(text, {
    open: (name, attributes) => {
      if (name !== 'Relationship' || !/\/worksheet$/.test(attributes['Type'] ?? '')) return;
      const target = attributes['Target'] ?? '';
      targets.set(
        attributes['Id'] ?? '',
        target.startsWith('/') ? target.slice(1) : `xl/${target}`,
      );
    },
  });
  return targets;
}

/**
 * Texts that cells point to; what is set in several fonts is one text, its reading aid left out.
 */
function readStrings(text: string): string[] {
  const strings: string[] = [];
  let [current, isText, isAid] = ['', false, false];
  parsePart(text, {
    open: (name) => {
      if (name === 'si') current = '';
      if (name === 'rPh') isAid = true;
      if (name === 't') isText = true;
    },
    close: (name) => {
      if (name === 'si') strings.push(current);
      if (name === 'rPh') isAid = false;
      if (name === 't') isText = false;
    },
    text: (piece) => {
      if (isText && !isAid) current += piece;
    },
  });
  return strings;
}

/** Numbers of formats that ship and show a day (18.8.30). */
const DATE_FORMATS = new Set([
  14, 15, 16, 17, 22, 27, 28, 29, 30, 31, 36, 50, 51, 52, 53, 54, 55, 56, 57, 58,
]);

/** Which styles of cells show a number as a day. */
function readDateStyles(text: string): ReadonlySet<number> {
  const own = new Map<number, string>();
  const styles = new Set<number>();
  let [isCell, at] = [false, 0];
  parsePart(text, {
    open: (name, attributes) => {
      if (name === 'numFmt')
        own.set(Number(attributes['numFmtId']), attributes['formatCode'] ?? '');
      if (name === 'cellXfs') isCell = true;
      if (name !== 'xf' || !isCell) return;
      const format = Number(attributes['numFmtId'] ?? 0);
      const code = (own.get(format) ?? '').replace(/"[^"]*"|\\.|\[[^\]]*\]/g, '');
      if (DATE_FORMATS.has(format) || /[dy]/i.test(code)) styles.add(at);
      at++;
    },
    close: (name) => {
      if (name === 'cellXfs') isCell = false;
    },
  });
  return styles;
}

interface CellContext {
  strings: readonly string[];
  dateStyles: ReadonlySet<number>;
  is1904: boolean;
}

/** What all sheets of a workbook together have come to. */
interface Counts {
  unpacked: number;
  rows: number;
  cells: number;
}

function* readSheet(
  bytes: Buffer,
  path: string,
  context: CellContext,
  counts: Counts,
): Generator<SheetRow[]> {
  const rows = new SheetRows(context, counts);
  let isFound = false;
  let failure: unknown = null;
  const decoder = new TextDecoder();
  const unzip = new Unzip((file) => {
    if (file.name !== path) return;
    isFound = true;
    file.ondata = (error, data, isLast) => {
      if (failure) return;
      try {
        if (error) throw error;
        counts.unpacked += data.length;
        if (counts.unpacked > FILE_LIMITS.unpackedBytes) throw tooLarge();
        for (let at = 0; at < data.length; at += CHUNK)
          rows.write(decoder.decode(data.subarray(at, at + CHUNK), { stream: true }));
        if (isLast) rows.parser.close();
      } catch (thrown) {
        failure = thrown;
      }
    };
    file.start();
  });
  unzip.register(UnzipInflate);
  for (let at = 0; at < bytes.length; at += CHUNK) {
    guard(() => unzip.push(bytes.subarray(at, at + CHUNK), at + CHUNK >= bytes.length));
    if (failure)
      throw failure instanceof FileFault ? failure : FileFault.at('file', 'notAWorkbook');
    const batch = rows.take();
    if (batch.length > 0) yield batch;
  }
  if (!isFound) throw FileFault.at('file', 'notAWorkbook');
}

const MS_PER_DAY = 86_400_000;
/**
 * Day 0 of the two systems of dates (18.17.4.1); the first counts a 29 February 1900 that never
 * was.
 */
const EPOCH_1900 = Date.UTC(1899, 11, 30);
const EPOCH_1904 = Date.UTC(1904, 0, 1);

function toDay(serial: number, is1904: boolean): string {
  const time = (is1904 ? EPOCH_1904 : EPOCH_1900) + Math.floor(serial) * MS_PER_DAY;
  return Number.isFinite(time) && Math.abs(time) < 8e15
    ? new Date(time).toISOString().slice(0, 10)
    : '';
}

const columnOf = (reference: string) =>
  [...reference.replace(/\d+$/, '')].reduce(
    (sum, letter) => sum * 26 + letter.charCodeAt(0) - 64,
    0,
  );

/** Rows of a sheet as its XML arrives. */
class SheetRows {
  readonly parser: SaxesParser;
  private done: SheetRow[] = [];
  private row: SheetRow = { number: 0, cells: new Map() };
  private column = 0;
  private type = '';
  private style = 0;
  private isFormula = false;
  private isValue = false;
  private value = '';
  private sinceTag = 0;

  constructor(
    private context: CellContext,
    private counts: Counts,
  ) {
    this.parser = parserOf({
      open: (name, attributes) => this.open(name, attributes),
      close: (name) => this.close(name),
      text: (text) => this.text(text),
    });
  }

  /** @throws FileFault where a cell has no end: kept whole, it would fill the memory */
  write(text: string): void {
    this.sinceTag += text.length;
    this.parser.write(text);
    if (this.sinceTag > FILE_LIMITS.recordBytes)
      throw FileFault.at(`line ${this.row.number}`, 'recordTooLong', { max: '1 MB' });
  }

  take(): SheetRow[] {
    const taken = this.done;
    this.done = [];
    return taken;
  }

  private open(name: string, attributes: Attributes): void {
    this.sinceTag = 0;
    switch (name) {
      case 'row':
        this.row = { number: Number(attributes['r'] ?? this.row.number + 1), cells: new Map() };
        this.column = 0;
        this.count('rows', FILE_LIMITS.rows);
        return;
      case 'c':
        this.column = attributes['r'] ? columnOf(attributes['r']) : this.column + 1;
        this.type = attributes['t'] ?? 'n';
        this.style = Number(attributes['s'] ?? -1);
        [this.isFormula, this.value] = [false, ''];
        this.count('cells', FILE_LIMITS.cells);
        return;
      case 'f':
        this.isFormula = true;
        return;
      case 'v':
      case 't':
        this.isValue = true;
    }
  }

  private count(what: 'rows' | 'cells', most: number): void {
    if (++this.counts[what] > most)
      throw new FileFault('tooLarge', {
        limit: `${most.toLocaleString('en')} ${what} of a workbook`,
      });
  }

  private text(text: string): void {
    if (this.isValue) this.value += text;
  }

  private close(name: string): void {
    this.sinceTag = 0;
    if (name === 'v' || name === 't') this.isValue = false;
    if (name === 'c') {
      const text = this.textOfCell();
      if (text !== '' || this.isFormula)
        this.row.cells.set(this.column, { text, isFormula: this.isFormula });
    }
    if (name === 'row' && this.row.cells.size > 0) this.done.push(this.row);
  }

  private textOfCell(): string {
    const { type, value } = this;
    const { strings, dateStyles, is1904 } = this.context;
    if (type === 's') return strings[Number(value)] ?? '';
    if (type === 'b') return value === '1' ? 'true' : 'false';
    if (type === 'd') return value.slice(0, 10);
    if (type !== 'n' || value === '') return value;
    const number = Number(value);
    if (Number.isNaN(number)) return value;
    return dateStyles.has(this.style) ? toDay(number, is1904) : String(number);
  }
}

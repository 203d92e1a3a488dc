import type { Note } from '#contract/schemas/note';
import type { FigureUnit } from '#core/money/figureUnit';

/** A piece of the sentence; what is good, bad or chosen stands out. */
export interface DocumentPart {
  text: string;
  emphasis?: 'good' | 'bad' | 'chosen';
}

/** figure: in smallest units of the table; change: 0.12 for +12 %; words: a text with more room. */
export type ColumnKind = 'text' | 'figure' | 'signed' | 'change' | 'count' | 'words';

export interface DocumentColumn {
  name: string;
  kind: ColumnKind;
}

export type DocumentCell = string | number | null;

export interface DocumentTable {
  /** Also the name of its sheet. */
  name: string;
  note: string;
  columns: readonly DocumentColumn[];
  rows: readonly (readonly DocumentCell[])[];
  /** The last row is what the others make. */
  hasTotal: boolean;
  /** A column that is drawn as bars too; null: none. */
  bars: number | null;
  /** Over the whole page, for it has many columns. */
  isWide: boolean;
}

/** A view of figures as pages and as a workbook: one content, whatever file comes of it. */
export interface FigureDocument {
  title: string;
  fileName: string;
  sentence: readonly DocumentPart[];
  /** What is compared with what, of which days. */
  facts: readonly string[];
  unit: FigureUnit;
  tables: readonly DocumentTable[];
  notes: readonly Note[];
  /** The code of the unit it is about. */
  about: string;
  timeZone: string;
  asOf: string;
}

import { parseDay } from '#core/period/day';
import { printNote } from '#wording/note';
import { shortDay } from '#wording/period';
import { fit, widthOf, wrap } from '../fonts';
import { drawSentence, drawTitle, MARGIN } from '../pageHead';
import { INK, type Paper, type TextStyle } from '../paper';
import type { PdfPaper } from '../pdfPaper';
import type { DocumentTable, FigureDocument } from './document';
import { showCell } from './showCell';

const GUTTER = 20;
const [ROW, HEAD] = [12.2, 26];
/** Between a number and the words after it. */
const TEXT_INDENT = 9;
const [FIGURE_WIDTH, WIDE_WIDTH, BAR_WIDTH, WORDS_WIDTH] = [58, 44, 64, 92];
/** Rows of a table on paper; the workbook has them all. */
const MOST_ROWS = 30;
const [SMALL, TEXT]: [TextStyle, TextStyle] = [{ size: 7.2, color: INK.soft }, { size: 8 }];

type Pages = Omit<PdfPaper, 'finish'>;

/** Where the next table may stand: two columns a page. */
interface Place {
  column: 0 | 1;
  /** How far each column is filled. */
  filled: [number, number];
}

/**
 * A document on as many pages as it takes: the sentence and what it is of, then tables in two
 * columns, wide ones across both, and what was written about the figures.
 */
export function drawDocument(paper: Pages, document: FigureDocument): void {
  let page = 1;
  const bottom = paper.height - MARGIN - 12;
  const width = (paper.width - 2 * MARGIN - GUTTER) / 2;
  let top = drawHead(paper, document);
  const place: Place = { column: 0, filled: [top, top] };
  drawFoot(paper, document, page);
  const turn = () => {
    paper.nextPage();
    page++;
    top = MARGIN + 4;
    place.column = 0;
    place.filled = [top, top];
    drawFoot(paper, document, page);
  };
  /** Room for so much over one column or both; on another page where this one is full. */
  const claim = (height: number, isWide: boolean): { x: number; y: number } => {
    if (isWide) {
      if (Math.max(...place.filled) + height > bottom) turn();
      const y = Math.max(...place.filled);
      place.filled = [y + height, y + height];
      place.column = 0;
      return { x: MARGIN, y };
    }
    const fits = (column: 0 | 1) => place.filled[column] + height <= bottom;
    if (!fits(place.column)) {
      const other = place.column === 0 ? 1 : 0;
      if (fits(other)) place.column = other;
      else turn();
    }
    const y = place.filled[place.column];
    place.filled[place.column] += height;
    return { x: MARGIN + place.column * (width + GUTTER), y };
  };
  for (const table of document.tables) {
    const most = Math.min(MOST_ROWS, Math.floor((bottom - MARGIN - HEAD) / ROW) - 2);
    const shown = shownRows(table, most);
    const height = HEAD + (shown.rows.length + (shown.left > 0 ? 1 : 0)) * ROW + 10;
    const at = claim(height, table.isWide);
    drawTable(paper, document, { ...table, rows: shown.rows }, shown.left, {
      ...at,
      width: table.isWide ? paper.width - 2 * MARGIN : width,
    });
  }
  for (const [index, note] of document.notes.entries()) {
    const lines = wrap(
      printNote(note, document.about, document.timeZone),
      paper.width - 2 * MARGIN,
      TEXT,
    );
    const heading = index === 0 ? 16 : 0;
    const { x, y } = claim(heading + lines.length * 10, true);
    if (index === 0) paper.text(x, y + 8, 'Notes', { size: 9, weight: 'semibold' });
    lines.forEach((line, at) => paper.text(x, y + heading + 8 + at * 10, line, TEXT));
  }
}

function shownRows({ rows, hasTotal }: DocumentTable, most: number) {
  if (rows.length <= most) return { rows, left: 0 };
  const kept = rows.slice(0, most - (hasTotal ? 1 : 0));
  return {
    rows: hasTotal ? [...kept, rows.at(-1)!] : kept,
    left: rows.length - most,
  };
}

const COLORS = { good: INK.good, bad: INK.bad, chosen: INK.ink } as const;

/** @returns where the tables begin */
function drawHead(paper: Paper, { title, sentence, facts }: FigureDocument): number {
  drawTitle(paper, title);
  const parts = sentence.map(({ text, emphasis }) => ({
    text,
    style: {
      size: 14,
      weight: emphasis ? ('bold' as const) : ('semibold' as const),
      color: emphasis ? COLORS[emphasis] : INK.ink,
    },
  }));
  let y = drawSentence(paper, parts) + 6;
  const width = paper.width - 2 * MARGIN;
  for (const line of facts.flatMap((fact) => wrap(fact, width, SMALL)))
    paper.text(MARGIN, (y += 9), line, SMALL);
  return y + 12;
}

function drawFoot(paper: Paper, { asOf, unit }: FigureDocument, page: number): void {
  const y = paper.height - MARGIN + 8;
  paper.line([MARGIN, y - 9], [paper.width - MARGIN, y - 9], { color: INK.line, width: 0.6 });
  paper.text(
    MARGIN,
    y,
    `As of ${shortDay(parseDay(asOf)!, true)}${unit.currency ? `, ${unit.currency}` : ''}`,
    SMALL,
  );
  paper.text(paper.width - MARGIN, y, `page ${page}`, { ...SMALL, anchor: 'end' });
}

function drawTable(
  paper: Paper,
  { unit }: FigureDocument,
  table: DocumentTable,
  left: number,
  { x, y, width }: { x: number; y: number; width: number },
): void {
  const { columns, rows, bars, hasTotal } = table;
  const bar = bars === null ? 0 : BAR_WIDTH;
  const isText = (index: number) => ['text', 'words'].includes(columns[index]!.kind);
  const others = columns
    .slice(1)
    .map((column) =>
      column.kind === 'words' ? WORDS_WIDTH : table.isWide ? WIDE_WIDTH : FIGURE_WIDTH,
    );
  const first = Math.max(70, width - bar - others.reduce((sum, each) => sum + each, 0));
  const edges = [
    x,
    ...others.map(
      (_, index) => x + first + bar + others.slice(0, index).reduce((sum, each) => sum + each, 0),
    ),
  ];
  const widths = [first, ...others];
  const write = (index: number, at: number, text: string, style: TextStyle) => {
    const room = widths[index]! - (index > 0 && isText(index) ? TEXT_INDENT : 6);
    const isLeft = index === 0 || (isText(index) && !table.isWide);
    paper.text(
      isLeft ? edges[index]! + (index === 0 ? 0 : TEXT_INDENT) : edges[index]! + widths[index]!,
      at,
      fit(text, room, style),
      isLeft ? style : { ...style, anchor: 'end' },
    );
  };
  paper.text(x, y + 8, table.name, { size: 9, weight: 'semibold' });
  if (table.note)
    paper.text(
      x + widthOf(table.name, { size: 9, weight: 'semibold' }) + 6,
      y + 8,
      fit(table.note, width - 100, SMALL),
      SMALL,
    );
  columns.forEach(({ name }, index) => write(index, y + 20, name, SMALL));
  paper.line([x, y + 24], [x + width, y + 24], { color: INK.line, width: 0.8 });
  const most = Math.max(1, ...rows.map((row) => (bars === null ? 0 : Number(row[bars] ?? 0))));
  rows.forEach((row, place) => {
    const at = y + HEAD + (place + 1) * ROW - 4;
    const isTotal = hasTotal && place === rows.length - 1;
    row.forEach((cell, index) => {
      const { kind } = columns[index]!;
      const isSigned = kind === 'signed' || kind === 'change';
      write(index, at, showCell(kind, cell, unit), {
        ...TEXT,
        ...(isTotal ? { weight: 'bold' as const } : {}),
        ...(isSigned && typeof cell === 'number' && cell !== 0
          ? { color: cell > 0 ? INK.good : INK.bad }
          : {}),
      });
    });
    const value = bars === null ? 0 : Number(row[bars] ?? 0);
    if (bars !== null && value > 0)
      paper.rect(x + first, at - 5.5, (bar - 8) * (value / most), 5.5, { fill: INK.now });
    paper.line([x, at + 3.4], [x + width, at + 3.4], { color: INK.line, width: 0.4 });
  });
  if (left > 0)
    paper.text(x, y + HEAD + (rows.length + 1) * ROW - 4, `${left} more in the workbook.`, SMALL);
}

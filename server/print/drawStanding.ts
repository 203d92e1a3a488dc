import type { RankingRowView, StandingView } from '#contract/schemas/attainment';
import { listDefinitions } from '#wording/definitions';
import { listFigures } from '#wording/figures';
import { figureUnit } from '#wording/figureUnit';
import { formatColumn, formatExact, formatShort } from '#wording/numbers/format';
import { drawLadder } from './drawLadder';
import { drawMark, inkOf } from './drawMark';
import { drawPath } from './drawPath';
import { fit, wrap } from './fonts';
import { layNotes, NOTE_LINE, NOTE_SIZE, type Numbered } from './layNotes';
import { drawSentence, drawTitle, MARGIN } from './pageHead';
import { INK, type Paper, type TextStyle } from './paper';
import type { PrintedStanding } from './printedStanding';

/** A4, landscape. */
export const PAGE = { width: 842, height: 595 } as const;
const LADDER_WIDTH = 236;
const ROW = 12.4;

/**
 * One page of a standing: the sentence, the figures, path, ladder and table, and at the end what it
 * all means.
 */
export function drawStanding(paper: Paper, { view, notes, timeZone }: PrintedStanding): void {
  const left = MARGIN;
  const right = paper.width - MARGIN;
  drawTitle(paper, `${view.unit.name} · ${view.period.name} · ${view.measure.name}`);
  let y = drawHeadline(paper, view);
  y = drawFigures(paper, view, left, y + 10, right - left);
  const definitions = listDefinitions(view).flatMap((text) =>
    wrap(text, right - left, { size: 7 }),
  );
  const written = layNotes(view, notes, { timeZone, width: right - left });
  const foot =
    paper.height - MARGIN - definitions.length * 8.6 - 6 - written.lines.length * NOTE_LINE;
  const column = right - left - LADDER_WIDTH - 18;
  const pathHeight = Math.min(170, (foot - y) * 0.42);
  drawPath(paper, view, { x: left, y: y + 8, width: column, height: pathHeight });
  drawLadder(paper, view, {
    x: right - LADDER_WIDTH,
    y: y + 8,
    width: LADDER_WIDTH,
    height: foot - y - 16,
    numberOf: written.numberOf,
  });
  drawTable(paper, view, {
    x: left,
    y: y + pathHeight + 22,
    width: column,
    bottom: foot - 8,
    numberOf: written.numberOf,
  });
  paper.line([left, foot], [right, foot], { color: INK.line, width: 0.8 });
  written.lines.forEach((line, index) =>
    paper.text(left, foot + 10 + index * NOTE_LINE, line, { size: NOTE_SIZE }),
  );
  const below = foot + 10 + written.lines.length * NOTE_LINE;
  definitions.forEach((line, index) =>
    paper.text(left, below + index * 8.6, line, { size: 7, color: INK.soft }),
  );
}

/** The sentence behind its status, which is in colour. @returns where it ends */
function drawHeadline(paper: Paper, { sentence, figures: { status } }: StandingView): number {
  drawMark(paper, status, MARGIN, MARGIN + 15.5, 12);
  const parts = sentence.map(({ text, emphasis }) => ({
    text,
    style: {
      size: 14.5,
      weight: 'bold' as const,
      color: emphasis === 'status' ? inkOf(status).text : INK.ink,
    },
  }));
  return drawSentence(paper, parts, 18);
}

function drawFigures(
  paper: Paper,
  view: StandingView,
  x: number,
  y: number,
  width: number,
): number {
  const figures = listFigures(view);
  const step = width / figures.length;
  figures.forEach((figure, index) => {
    const at = x + index * step;
    paper.line([at, y], [at, y + 28], { color: INK.line, width: 1.6 });
    paper.text(at + 7, y + 13, figure.value, {
      size: 14,
      weight: 'semibold',
      color: figure.tone === 'good' ? INK.good : figure.tone === 'bad' ? INK.bad : INK.ink,
    });
    paper.text(at + 7, y + 25, fit(figure.label, step - 14, { size: 7.6 }), {
      size: 7.6,
      color: INK.soft,
    });
  });
  return y + 30;
}

interface TableBox extends Numbered {
  x: number;
  y: number;
  width: number;
  bottom: number;
}

interface TableColumn {
  name: string;
  /** Share of the width. */
  share: number;
  anchor: 'start' | 'end';
  text(place: RankingRowView): string;
}

/** The ranked people as far as there is room, then all others and the total (GUARDS 16). */
function drawTable(
  paper: Paper,
  view: StandingView,
  { x, y, width, bottom, numberOf }: TableBox,
): void {
  const unit = figureUnit(view);
  const number = (value: number | null) => (value === null ? '–' : formatColumn(value, unit));
  const isLimit = view.measure.direction === 'lower';
  const columns: TableColumn[] = [
    { name: 'Rank', share: 0.07, anchor: 'start', text: (place) => String(place.rank ?? '–') },
    {
      name: 'Salesperson',
      share: 0.24,
      anchor: 'start',
      text: (place) => `${numberOf(place.unit.code)}${place.unit.name}`,
    },
    { name: 'Team', share: 0.15, anchor: 'start', text: (place) => place.teamName ?? '' },
    {
      name: view.measure.code === 'revenue' ? 'Booked' : view.measure.name,
      share: 0.12,
      anchor: 'end',
      text: (place) => number(place.actual),
    },
    {
      name: isLimit ? 'Limit' : 'Target',
      share: 0.11,
      anchor: 'end',
      text: (place) => (place.targetIncomplete ? 'incomplete' : number(place.target)),
    },
    {
      name: isLimit ? 'Of the limit' : 'Attainment',
      share: 0.17,
      anchor: 'start',
      text: (place) => `${place.attainmentText ?? ''} ${place.status.label}`.trim(),
    },
    { name: 'Last year', share: 0.14, anchor: 'end', text: (place) => place.priorYearText ?? '–' },
  ];
  const edges = columns.map(
    (_, index) =>
      x + width * columns.slice(0, index).reduce((sum, column) => sum + column.share, 0),
  );
  const cell = (index: number, at: number, text: string, style: TextStyle) => {
    const { anchor, share } = columns[index]!;
    const room = width * share - 8;
    paper.text(
      anchor === 'end' ? edges[index]! + room : edges[index]!,
      at,
      fit(text, room, style),
      { ...style, anchor },
    );
  };
  columns.forEach((column, index) => cell(index, y, column.name, { size: 7.4, color: INK.soft }));
  paper.line([x, y + 4], [x + width, y + 4], { color: INK.line, width: 0.8 });
  const rows = Math.max(0, Math.floor((bottom - y - 4) / ROW) - 2);
  const shown = view.rankings.slice(
    0,
    view.rankings.length <= rows + 1 ? view.rankings.length : rows,
  );
  let at = y + 4 + ROW;
  for (const place of shown) {
    columns.forEach((column, index) => {
      if (index !== 5)
        cell(index, at - 3, column.text(place), {
          size: 8,
          weight: index === 1 ? 'semibold' : 'regular',
        });
      if (index === 0 && place.rankChange)
        drawMovement(paper, place.rankChange, edges[0]! + 13, at - 3);
      if (index !== 5) return;
      drawMark(paper, place.status, edges[index]!, at - 10, 8);
      paper.text(
        edges[index]! + 12,
        at - 3,
        fit(column.text(place), width * column.share - 14, { size: 8 }),
        { size: 8, weight: 'semibold', color: inkOf(place.status).text },
      );
    });
    paper.line([x, at], [x + width, at], { color: INK.line, width: 0.4 });
    at += ROW;
  }
  const rest = view.rankings.slice(shown.length);
  const adds = view.measure.definition.kind === 'sum' || view.measure.definition.kind === 'count';
  if (rest.length > 0) {
    cell(1, at - 3, `All others (${rest.length})`, { size: 8, color: INK.soft });
    if (adds)
      cell(3, at - 3, number(rest.reduce((sum, place) => sum + (place.actual ?? 0), 0)), {
        size: 8,
        color: INK.soft,
      });
    at += ROW;
  }
  cell(1, at - 3, `All ${view.rankings.length}`, { size: 8, weight: 'bold' });
  if (view.figures.actual !== null)
    paper.text(
      edges[3]! + width * columns[3]!.share - 8,
      at - 3,
      formatShortest(view.figures.actual, unit),
      { size: 8, weight: 'bold', anchor: 'end' },
    );
}

/** A triangle up or down with the number of places; Archivo has no such sign. */
function drawMovement(paper: Paper, places: number, x: number, y: number): void {
  const [tip, base] = places > 0 ? [y - 5.4, y - 1.4] : [y - 1.2, y - 5.2];
  paper.area(
    [
      [x, base],
      [x + 4.6, base],
      [x + 2.3, tip],
    ],
    INK.soft,
  );
  paper.text(x + 6, y, String(Math.abs(places)), { size: 7, color: INK.soft });
}

/** The exact total where it fits its column. */
function formatShortest(value: number, unit: ReturnType<typeof figureUnit>): string {
  const exact = formatExact(value, unit);
  return exact.length > 14 ? formatShort(value, unit) : exact;
}

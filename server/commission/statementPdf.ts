import type { CommissionStatement, StatementEntry } from '#contract/schemas/commission';
import { describeEntry, describeRates, showAttainment, showBase } from '#wording/commission';
import { formatPaid } from '#wording/numbers/format';
import { INK, type PdfPaper } from '../print/index';

/** A4 upright, in points. */
export const STATEMENT_PAGE = { width: 595, height: 842 };
const MARGIN = 48;
const [RIGHT, BOTTOM] = [STATEMENT_PAGE.width - MARGIN, STATEMENT_PAGE.height - MARGIN];
const LINE = 15;
const [RATES_AT, BASE_AT] = [RIGHT - 150, RIGHT - 215];
const LONGEST_NAME = 48;

/** Draws statements one after the other, each beginning on a page of its own. */
export function drawStatements(
  pdf: PdfPaper,
  statements: readonly CommissionStatement[],
  periodName: string,
  companyName: string,
): void {
  statements.forEach((statement, index) => {
    if (index > 0) pdf.nextPage();
    drawStatement(pdf, statement, periodName, companyName);
  });
}

function drawStatement(
  pdf: PdfPaper,
  statement: CommissionStatement,
  periodName: string,
  companyName: string,
): void {
  const { currency } = statement;
  const money = (minor: number) => formatPaid(minor, currency);
  let y = MARGIN;
  const text = (x: number, words: string, style = {}) =>
    pdf.text(x, y, words, { size: 9, color: INK.ink, ...style });
  text(MARGIN, companyName, { color: INK.soft });
  y += 24;
  text(MARGIN, `${statement.name}, commission for ${periodName}`, { size: 15, weight: 'bold' });
  y += 18;
  const { target, attainment } = statement;
  text(
    MARGIN,
    [
      statement.plan.name,
      target === null || attainment === null
        ? `no target for ${statement.measurePeriod}`
        : `${showAttainment(attainment)} of target in ${statement.measurePeriod}`,
      STATE_WORDS[statement.state],
    ].join(' · '),
    { color: INK.soft },
  );
  y += 26;
  const head = () => {
    text(MARGIN, 'What', { weight: 'semibold' });
    text(BASE_AT, 'Base', { weight: 'semibold', anchor: 'end' });
    text(RATES_AT + 8, 'Rate', { weight: 'semibold' });
    text(RIGHT, 'Amount', { weight: 'semibold', anchor: 'end' });
    y += 6;
    pdf.line([MARGIN, y], [RIGHT, y], { color: INK.ink, width: 0.7 });
    y += LINE;
  };
  head();
  const draw = (entry: StatementEntry) => {
    if (y > BOTTOM) {
      pdf.nextPage();
      y = MARGIN;
      head();
    }
    text(MARGIN, cut(describeEntry(entry)));
    if (entry.base !== null) text(BASE_AT, showBase(entry.base, statement), { anchor: 'end' });
    text(RATES_AT + 8, describeRates(entry, statement), { color: INK.soft });
    text(RIGHT, money(entry.amount), { anchor: 'end' });
    y += LINE;
  };
  statement.entries.forEach(draw);
  y += 2;
  pdf.line([MARGIN, y - LINE + 4], [RIGHT, y - LINE + 4], { color: INK.ink, width: 0.7 });
  text(MARGIN, 'Total', { weight: 'bold' });
  text(RIGHT, money(statement.total), { weight: 'bold', anchor: 'end' });
  if (statement.owed !== 0) {
    y += LINE;
    text(MARGIN, `Advanced and still to be earned: ${money(statement.owed)}`, { color: INK.soft });
  }
}

const cut = (text: string) =>
  text.length > LONGEST_NAME ? `${text.slice(0, LONGEST_NAME - 1)}…` : text;

const STATE_WORDS: Readonly<Record<CommissionStatement['state'], string>> = {
  open: 'not approved',
  awaiting: 'awaits a second approval',
  locked: 'approved',
  paid: 'paid',
};

import type { StatementExportQuery } from '#contract/schemas/commission';
import { toDecimal } from '#core/money/amount';
import { describeEntry, describeRates } from '#wording/commission';
import { describePeriod } from '#wording/period';
import type { Principal, Scope } from '../access/index';
import { findMonth } from '../attainment/index';
import type { Context } from '../context';
import { guardCell, toCsv } from '../imports/index';
import { openPaper } from '../print/index';
import { drawStatements, STATEMENT_PAGE } from './statementPdf';
import { listStatements, viewStatements } from './statements';
import type { Summaries } from './summaries';

type Cell = string | number | null;

const ENTRY_COLUMNS = [
  'payee',
  'name',
  'period',
  'state',
  'line',
  'deal',
  'closed_on',
  'customer',
  'product',
  'base',
  'rate',
  'amount',
  'currency',
];
const PAYROLL_COLUMNS = ['payee', 'name', 'period', 'amount', 'currency', 'state', 'paid_on'];

export const STATEMENT_TYPES = {
  csv: ['text/csv; charset=utf-8', 'csv'],
  payroll: ['text/csv; charset=utf-8', 'csv'],
  xlsx: ['application/vnd.openxmlformats-officedocument.spreadsheetml.sheet', 'xlsx'],
  pdf: ['application/pdf', 'pdf'],
} as const;

/**
 * Statements of a month as a file; the file for payroll has those that are approved for good, one
 * line a payee. @throws ProblemError unknownUnit, unknownPeriod, notFound, forbidden
 */
export async function exportStatements(
  context: Context,
  summaries: Summaries,
  scope: Scope,
  principal: Principal,
  { unit, period, format, payee }: StatementExportQuery,
): Promise<{ name: string; file: Buffer | string }> {
  const month = findMonth(scope.dataset, period);
  const periodName = describePeriod(month, scope.dataset.calendar);
  const { currency } = scope.dataset;
  const { rows } = await listStatements(context, summaries, scope, principal, { unit, period });
  const wanted = rows.filter((row) => payee === undefined || row.payee === payee);
  const name = `commission ${month.id}${format === 'payroll' ? ' payroll' : ''}`;
  if (format === 'payroll')
    return {
      name,
      file: toCsv(
        PAYROLL_COLUMNS,
        wanted
          .filter(({ state }) => state === 'locked' || state === 'paid')
          .map((row) => [
            row.payee,
            row.name,
            row.period,
            toDecimal(row.total, currency),
            currency,
            row.state,
            row.paidOn,
          ]),
      ),
    };
  const statements = await viewStatements(
    context,
    { scope, principal },
    wanted.map((row) => row.payee),
    month,
  );
  if (format === 'pdf') {
    const pdf = await openPaper(STATEMENT_PAGE, {
      title: `Commission, ${periodName}`,
      author: context.replica.company!.name,
      made: new Date(),
    });
    drawStatements(pdf, statements, periodName, context.replica.company!.name);
    return { name, file: await pdf.finish() };
  }
  const lines: Cell[][] = statements.flatMap((statement) =>
    statement.entries.map((entry) => [
      statement.payee,
      statement.name,
      statement.period,
      statement.state,
      describeEntry(entry),
      entry.deal,
      entry.day,
      entry.customer,
      entry.product,
      entry.base === null
        ? null
        : statement.baseKind === 'count'
          ? String(entry.base / 10 ** statement.baseDecimals)
          : toDecimal(entry.base, currency),
      describeRates(entry, statement),
      toDecimal(entry.amount, currency),
      currency,
    ]),
  );
  return {
    name,
    file: format === 'csv' ? toCsv(ENTRY_COLUMNS, lines) : await writeStatementBook(lines),
  };
}

const NUMBERS = new Set(['base', 'amount']);

async function writeStatementBook(lines: readonly Cell[][]): Promise<Buffer> {
  const { default: exceljs } = await import('exceljs');
  const workbook = new exceljs.Workbook();
  const sheet = workbook.addWorksheet('Commission', { views: [{ state: 'frozen', ySplit: 1 }] });
  sheet.addRow(ENTRY_COLUMNS).font = { bold: true };
  for (const line of lines)
    sheet.addRow(
      line.map((cell, at) =>
        cell !== null && NUMBERS.has(ENTRY_COLUMNS[at]!)
          ? Number(cell)
          : typeof cell === 'string'
            ? guardCell(cell)
            : cell,
      ),
    );
  return Buffer.from(await workbook.xlsx.writeBuffer());
}

import ExcelJS from 'exceljs';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type Corrections, type ImportReport, MOST_CORRECTIONS } from '#contract/schemas/import';
import { XLSX_TYPE } from '#server/imports/index';
import { createCompany, createDatabase, startServer, type TestServer } from './harness';

/** Refused cells that are corrected without touching the file. */
let server: TestServer;
let people: Awaited<ReturnType<typeof createCompany>>;
beforeAll(async () => {
  server = await startServer(await createDatabase());
  people = await createCompany(server);
});
afterAll(() => server.stop());

const HEADING = 'deal,salesperson,customer,amount,currency,status,closed_on\n';
const queryOf = (corrections: unknown, over = '') =>
  `?corrections=${encodeURIComponent(typeof corrections === 'string' ? corrections : JSON.stringify(corrections))}${over}`;
const importWith = async (csv: string, corrections: Corrections, over = '') =>
  (await people.admin.import('deals', csv, queryOf(corrections, over))).json<ImportReport>();
const amountOf = async (code: string) =>
  (await server.pool.query('select amount from deal where code = $1', [code])).rows[0]?.amount;

describe('a refused cell', () => {
  it('is read as it was corrected, in the row that begins on its line', async () => {
    const csv = `${HEADING}C-1,ivarga,"Two\nlines",1O0,EUR,won,2026-11-02\nC-2,nobody,Pike,20,EUR,won,2026-02-30\n`;
    const first = await importWith(csv, []);
    expect(first.refusals.map(({ line, column }) => [line, column])).toEqual([
      [2, 'amount'],
      [4, 'closed_on'],
      [4, 'salesperson'],
    ]);
    const half = await importWith(csv, [[2, 'amount', '100']]);
    expect(half.refusals.map(({ line }) => line)).toEqual([4, 4]);
    expect(half.written).toBe(false);
    const all = await importWith(csv, [
      [2, 'amount', '100'],
      [4, 'salesperson', 'tbrandt'],
      [4, 'closed_on', '2026-02-27'],
    ]);
    expect([all.refused, all.created, all.written]).toEqual([0, 2, true]);
    expect(await amountOf('C-1')).toBe(10_000);
  });

  it('that is corrected wrongly is refused with what was typed', async () => {
    const csv = `${HEADING}C-3,ivarga,Pike,1O0,EUR,won,2026-11-02\n`;
    const { refusals } = await importWith(csv, [[2, 'amount', 'ten']]);
    expect(refusals).toMatchObject([{ line: 2, column: 'amount', value: 'ten' }]);
  });

  it('of a workbook is corrected like one of a text', async () => {
    const workbook = new ExcelJS.Workbook();
    const sheet = workbook.addWorksheet('deals');
    sheet.addRow(HEADING.trim().split(','));
    sheet.addRow(['C-4', 'nobody', 'Pike', 75, 'EUR', 'won', '2026-11-02']);
    const bytes = Buffer.from(await workbook.xlsx.writeBuffer());
    const answer = await people.admin.send(
      'POST',
      `/imports/deals${queryOf([[2, 'salesperson', 'ivarga']])}`,
      bytes,
      { 'content-type': XLSX_TYPE },
    );
    expect(answer.json<ImportReport>().written, answer.body).toBe(true);
    expect(await amountOf('C-4')).toBe(7_500);
  });

  it('of any other kind of file is corrected too', async () => {
    const answer = await people.admin.import(
      'customers',
      'customer,group,owner\nPike,Yards,nobody\n',
      queryOf([[2, 'owner', 'ivarga']]),
    );
    expect(answer.json<ImportReport>()).toMatchObject({ refused: 0, written: true });
  });

  it('names a column and a line that are there; others change nothing', async () => {
    const csv = `${HEADING}C-5,ivarga,Pike,10,EUR,won,2026-11-02\n`;
    const { written } = await importWith(csv, [
      [2, 'no such column', 'x'],
      [99, 'amount', '1'],
    ]);
    expect([written, await amountOf('C-5')]).toEqual([true, 1_000]);
  });

  it.each([
    ['no JSON', 'ten'],
    ['no list', '{}'],
    ['no line', [[0, 'amount', '1']]],
    ['no text', [[2, 'amount', 1]]],
    ['one too many', Array.from({ length: MOST_CORRECTIONS + 1 }, () => [2, 'a', ''])],
  ])('told as %s is refused', async (_, corrections) => {
    const answer = await people.admin.import('deals', HEADING, queryOf(corrections));
    expect([answer.statusCode, answer.json().errors]).toMatchObject([
      422,
      [{ field: 'corrections', code: 'corrections' }],
    ]);
  });

  it('may be one of a hundred', async () => {
    const corrections = Array.from({ length: MOST_CORRECTIONS }, () => [9, 'amount', '1']);
    const csv = `${HEADING}C-6,ivarga,Pike,10,EUR,won,2026-11-02\n`;
    expect((await importWith(csv, corrections as Corrections)).written).toBe(true);
  });
});

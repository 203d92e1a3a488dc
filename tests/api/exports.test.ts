import ExcelJS from 'exceljs';
import ICAL from 'ical.js';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import * as SheetJS from 'xlsx';
import {
  type Client,
  createCompany,
  createDatabase,
  startServer,
  type TestServer,
} from './harness';

let server: TestServer;
let people: Awaited<ReturnType<typeof createCompany>>;

const TRAPS = [
  '=SUM(A1:A9)',
  '+44 20 1234',
  '-just a dash',
  '@home',
  "'=already quoted",
  "''=twice",
  'a, "quoted" line\nwith a break',
  'ümlaut €',
  '-12.50',
];
const XLSX = 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet';

beforeAll(async () => {
  server = await startServer(await createDatabase());
  people = await createCompany(server);
  const rows = TRAPS.map((notes, index) => ({
    deal: `X-${index}`,
    salesperson: 'ivarga',
    customer: notes,
    amount: `${index * 1000 + 0.5}`,
    status: 'won',
    closed_on: '2026-11-02',
    notes,
    quantity: '1.5',
    cost: '0.10',
  }));
  const report = (await people.manager.send('POST', '/imports/deals', rows)).json();
  if (!report.written) throw new Error(JSON.stringify(report.refusals));
  await people.manager.import(
    'deals',
    'deal,salesperson,customer,amount,status,expected_on,probability,stage\nO-1,ivarga,"Pike; & Sons, Ltd",1200,open,2026-12-03,0.4,Quoted\nO-2,tbrandt,Eel,50,open,2026-11-30,,\n',
  );
});
afterAll(() => server.stop());

const file = (query: string, client: Client = people.manager, kind = 'deals') =>
  client.get(`/exports/${kind}?${query}`);
const dealOf = async (code: string) =>
  (await people.admin.get(`/deals?search=${code}`)).json().deals[0];

describe('exported deals', () => {
  it('came in as they were, through JSON', async () => {
    for (const [index, notes] of TRAPS.entries())
      expect(await dealOf(`X-${index}`)).toMatchObject({
        notes,
        amount: (index * 1000 + 0.5).toFixed(2),
      });
  });

  it('as CSV hold no cell that a spreadsheet would run, and read back unchanged', async () => {
    const { body } = await file('format=csv');
    const cells = SheetJS.read(body, { type: 'string', raw: true });
    const values = Object.values(cells.Sheets[cells.SheetNames[0]!]!).map((cell) =>
      String((cell as { v?: unknown }).v ?? ''),
    );
    expect(
      values.filter(
        (value) => /^[=+@]/.test(value) || (/^-/.test(value) && Number.isNaN(Number(value))),
      ),
    ).toEqual([]);
    expect((await people.manager.import('deals', body)).json()).toMatchObject({
      read: 11,
      unchanged: 11,
      changed: 0,
      refused: 0,
    });
  });

  it('as a workbook are numbers and texts to two independent libraries, and read back unchanged', async () => {
    const { rawPayload, headers } = await file('format=xlsx');
    expect(headers['content-type']).toBe(XLSX);
    const [sheet] = Object.values(SheetJS.read(rawPayload, { type: 'buffer' }).Sheets);
    const rows = SheetJS.utils.sheet_to_json<Record<string, unknown>>(sheet!);
    expect(rows.find((row) => row['deal'] === 'X-3')).toMatchObject({
      amount: 3000.5,
      notes: '@home',
      quantity: 1.5,
      cost: 0.1,
    });
    expect(
      Object.values(sheet!).some(
        (cell) => typeof cell === 'object' && cell !== null && 'f' in cell,
      ),
    ).toBe(false);
    const book = new ExcelJS.Workbook();
    await book.xlsx.load(rawPayload as never);
    expect(book.worksheets[0]!.rowCount).toBe(12);
    expect(
      (
        await people.manager.send('POST', '/imports/deals', rawPayload, { 'content-type': XLSX })
      ).json(),
    ).toMatchObject({ read: 11, unchanged: 11, refused: 0 });
  });

  it('as JSON read back unchanged', async () => {
    const rows = (await file('format=json')).json();
    expect(rows).toHaveLength(11);
    expect((await people.manager.send('POST', '/imports/deals', rows)).json()).toMatchObject({
      unchanged: 11,
      changed: 0,
    });
    expect((await file('format=json&customer=Nobody')).json()).toEqual([]);
  });

  it('are those that match, and never another’s', async () => {
    expect(
      (await file('format=json&status=open')).json().map((row: { deal: string }) => row.deal),
    ).toEqual(['O-1', 'O-2']);
    expect(
      (await file('format=json&status=open', people.salesperson))
        .json()
        .map((row: { deal: string }) => row.deal),
    ).toEqual(['O-1']);
    expect((await file('format=json', people.north)).json()).toEqual([]);
    expect((await file('unit=salt', people.north)).statusCode).toBe(404);
  });

  it.each(['units', 'rates', 'activities', 'targets'])(
    '%s come in every format too',
    async (kind) => {
      for (const format of ['csv', 'xlsx', 'json'])
        expect((await file(`format=${format}`, people.admin, kind)).statusCode).toBe(200);
      expect(Array.isArray((await file('format=json', people.admin, kind)).json())).toBe(true);
    },
  );
});

describe('the calendar of open deals (RFC 5545)', () => {
  it('is read by an independent parser: whole days, one event a deal, the same id each time', async () => {
    const answer = await people.manager.get('/deals.ics');
    expect(answer.headers['content-type']).toContain('text/calendar');
    const events = new ICAL.Component(ICAL.parse(answer.body) as never)
      .getAllSubcomponents('vevent')
      .map((each) => new ICAL.Event(each));
    expect(events.map((event) => [event.startDate.toString(), event.startDate.isDate])).toEqual([
      ['2026-11-30', true],
      ['2026-12-03', true],
    ]);
    expect(events[1]!.summary).toBe('Pike; & Sons, Ltd: €1,200 expected');
    expect(events[1]!.description).toContain('40 % likely');
    const again = await people.manager.get('/deals.ics');
    expect(again.body).toBe(answer.body);
    expect((await people.north.get('/deals.ics')).body).not.toContain('VEVENT');
    for (const line of answer.body.split('\r\n'))
      expect(Buffer.byteLength(line)).toBeLessThanOrEqual(75);
  });
});

describe('the past states of a deal', () => {
  it('come as a file, each a row with who, when and why', async () => {
    const deal = await dealOf('O-2');
    await people.manager.send('PUT', `/deals/${deal.id}`, {
      version: deal.version,
      reason: 'later',
      deal: {
        deal: 'O-2',
        salesperson: 'tbrandt',
        customer: 'Eel',
        amount: '60',
        status: 'open',
        expectedOn: '2026-12-24',
      },
    });
    const { body } = await people.manager.get(`/deals/${deal.id}/history.csv`);
    const [heading, newest] = body.split('\r\n');
    expect(heading).toContain('at,who,action,reason,deal,salesperson');
    expect(newest).toContain('manager,changed,later,O-2,tbrandt,Eel,60.00,EUR,open');
    expect((await people.north.get(`/deals/${deal.id}/history.csv`)).statusCode).toBe(404);
  });
});

it('has no empty line after the heading, with rows or without', async () => {
  const body = async (kind: string) => (await people.admin.send('GET', `/exports/${kind}`)).body;
  expect(await body('rates')).toBe('currency,from,rate\r\n');
  expect(await body('deals')).not.toContain('\r\n\r\n');
});

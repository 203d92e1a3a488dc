import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { ImportReport } from '#contract/schemas/import';
import type { ImportMapping, ImportPreview } from '#contract/schemas/importMapping';
import {
  type Client,
  createCompany,
  createDatabase,
  startServer,
  type TestServer,
  wonDeal,
} from './harness';

let server: TestServer;
let people: Awaited<ReturnType<typeof createCompany>>;

beforeAll(async () => {
  server = await startServer(await createDatabase());
  people = await createCompany(server);
  await people.admin.send('POST', '/lists/product', { name: 'Anchor winch' });
  await people.manager.send(
    'POST',
    '/deals',
    wonDeal({ customer: 'Pike Boats', product: 'Anchor winch' }),
  );
});
afterAll(() => server.stop());

const FILE = `Order No;Rep;Client;Value;State;Date;Product;Memo
A-1;Ilse Varga;Pike Boats Ltd;1.234,50;Closed won;03.11.2026;Anchor winch;first
A-2;I. Varga;Brand New Yard;2.000,00;Closed won;12.11.2026;Anchr winch;
A-3;Tomas Brandt;Pike Boats;99,95;Lost;02.11.2026;;
`;
const post = (client: Client, path: string, csv: string) =>
  client.send('POST', path, csv, { 'content-type': 'text/csv' });
const preview = async (csv: string, client = people.manager): Promise<ImportPreview> =>
  (await post(client, '/import-preview', csv)).json();
const save = async (headings: string[], mapping: ImportMapping): Promise<number> =>
  (await people.manager.send('POST', '/import-mappings', { headings, mapping })).json().id;
const check = async (csv: string, id: number): Promise<ImportReport> =>
  (await post(people.manager, `/imports/deals?check=true&mapping=${id}`, csv)).json();

describe('a file of another form', () => {
  it('is guessed by its headings and values: columns, days, numbers, statuses', async () => {
    const { headings, rows, mapping, isRemembered, missing, isDoubtful } = await preview(FILE);
    expect(headings).toEqual([
      'Order No',
      'Rep',
      'Client',
      'Value',
      'State',
      'Date',
      'Product',
      'Memo',
    ]);
    expect(rows[0]).toEqual([
      'A-1',
      'Ilse Varga',
      'Pike Boats Ltd',
      '1.234,50',
      'Closed won',
      '03.11.2026',
      'Anchor winch',
      'first',
    ]);
    expect(mapping.columns).toEqual({
      'Order No': 'deal',
      Rep: 'salesperson',
      Client: 'customer',
      Value: 'amount',
      State: 'status',
      Date: 'closed_on',
      Product: 'product',
      Memo: '',
    });
    expect(mapping).toMatchObject({
      days: 'dayFirst',
      numbers: 'comma',
      values: { status: { 'Closed won': 'won', Lost: 'lost' } },
    });
    expect([isRemembered, missing, isDoubtful]).toEqual([false, [], true]);
  });

  it('in the open form needs no mapping', async () => {
    const { mapping, missing, isDoubtful } = await preview(
      'deal,salesperson,customer,amount,status,closed_on\nX,ivarga,Pike,1.50,won,2026-11-02\n',
    );
    expect(mapping).toMatchObject({
      columns: { deal: 'deal', closed_on: 'closed_on' },
      days: 'iso',
      numbers: 'point',
    });
    expect([missing, isDoubtful]).toEqual([[], false]);
  });

  it('names whom and what it does not know, with likely ones; matched, it is read to the minor unit, and remembered', async () => {
    const { headings, mapping } = await preview(FILE);
    const first = await check(FILE, await save(headings, mapping));
    expect(first.unknown).toEqual(
      expect.arrayContaining([
        {
          column: 'salesperson',
          value: 'I. Varga',
          count: 1,
          isNew: false,
          suggestions: ['ivarga'],
        },
      ]),
    );
    // By their exact names people are known.
    expect(first).toMatchObject({ read: 3, refused: 1 });
    const matched = {
      ...mapping,
      columns: { ...mapping.columns, Memo: 'notes' },
      values: {
        ...mapping.values,
        salesperson: { 'Ilse Varga': 'ivarga', 'I. Varga': 'ivarga', 'Tomas Brandt': 'tbrandt' },
      },
    };
    const second = await check(FILE, await save(headings, matched));
    expect(second).toMatchObject({ created: 3, refused: 0, value: { read: 333_445, refused: 0 } });
    expect(second.unknown).toEqual(
      expect.arrayContaining([
        {
          column: 'customer',
          value: 'Pike Boats Ltd',
          count: 0,
          isNew: true,
          suggestions: ['Pike Boats'],
        },
        { column: 'customer', value: 'Brand New Yard', count: 0, isNew: true, suggestions: [] },
        {
          column: 'product',
          value: 'Anchr winch',
          count: 0,
          isNew: true,
          suggestions: ['Anchor winch'],
        },
      ]),
    );
    const id = await save(headings, {
      ...matched,
      values: {
        ...matched.values,
        customer: { 'Pike Boats Ltd': 'Pike Boats' },
        product: { 'Anchr winch': 'Anchor winch' },
      },
    });
    expect((await post(people.manager, `/imports/deals?mapping=${id}`, FILE)).json()).toMatchObject(
      { created: 3, written: true },
    );
    expect((await people.manager.get('/deals?search=A-1')).json().deals[0]).toMatchObject({
      salesperson: 'ivarga',
      customer: 'Pike Boats',
      amount: '1234.50',
      status: 'won',
      closedOn: '2026-11-03',
      notes: 'first',
    });
    expect((await post(people.manager, `/imports/deals?mapping=${id}`, FILE)).json()).toMatchObject(
      { unchanged: 3, changed: 0, created: 0 },
    );

    expect(await preview(FILE)).toMatchObject({
      isRemembered: true,
      mapping: { values: { customer: { 'Pike Boats Ltd': 'Pike Boats' } } },
    });
    expect((await preview(FILE, people.admin)).isRemembered).toBe(false);
  });

  it('may leave out what holds for all of it', async () => {
    const csv = 'Ref,Rep,Client,Value\nD-1,ivarga,Pike,10\n';
    const { headings, mapping, missing } = await preview(csv);
    expect(missing).toEqual(['status']);
    const id = await save(headings, {
      ...mapping,
      defaults: { status: 'won', closed_on: '2026-11-05', currency: 'EUR' },
    });
    expect(await check(csv, id)).toMatchObject({ created: 1, refused: 0 });
  });

  it('says what is wrong with it, in the file’s own words', async () => {
    const { headings, mapping } = await preview(FILE);
    const id = await save(headings, {
      ...mapping,
      days: 'monthFirst',
      values: {
        salesperson: { 'Ilse Varga': 'ivarga', 'I. Varga': 'ivarga', 'Tomas Brandt': 'tbrandt' },
      },
    });
    const report = await check(FILE.replace('02.11.2026', '30.11.2026'), id);
    expect(report.refusals.find((refusal) => refusal.column === 'status')).toMatchObject({
      line: 2,
      value: 'Closed won',
    });
    expect((await post(people.viewer, '/import-preview', FILE)).statusCode).toBe(403);
    expect((await post(people.admin, `/imports/deals?mapping=${id}`, FILE)).statusCode).toBe(404);
    expect((await post(people.manager, '/import-preview', '')).statusCode).toBe(422);
  });
});

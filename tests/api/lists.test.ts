import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { ListEntry } from '#contract/schemas/list';
import { findTotalDifferences } from '#server/ledger/recompute';
import { createCompany, createDatabase, startServer, type TestServer, wonDeal } from './harness';

let server: TestServer;
let people: Awaited<ReturnType<typeof createCompany>>;

beforeAll(async () => {
  server = await startServer(await createDatabase());
  people = await createCompany(server);
});
afterAll(() => server.stop());

const entries = async (list: string): Promise<ListEntry[]> =>
  (await people.admin.get(`/lists/${list}`)).json();
const entry = async (list: string, name: string) =>
  (await entries(list)).find((each) => each.name === name)!;
const add = (list: string, over: object) => people.admin.send('POST', `/lists/${list}`, over);
const book = async (over: object = {}) =>
  (await people.manager.send('POST', '/deals', wonDeal(over as Record<string, unknown>))).json();
const value = async (measure: string) =>
  (await people.admin.get(`/attainment?unit=ht&period=FY2027-P08&measure=${measure}`)).json()
    .figures.actual as number;

describe('lists', () => {
  it('are kept by administrators only', async () => {
    for (const client of [people.manager, people.salesperson, people.viewer]) {
      expect((await client.get('/lists/source')).statusCode).toBe(403);
      expect((await client.send('POST', '/lists/source', { name: 'Own' })).statusCode).toBe(403);
    }
  });

  it('begin with stages, sources and lost reasons in a new company', async () => {
    expect(
      (await entries('stage')).map((each) => [each.name, each.probability, each.outcome]),
    ).toEqual([
      ['Enquiry', 0.1, 'open'],
      ['Quoted', 0.4, 'open'],
      ['Terms agreed', 0.8, 'open'],
    ]);
    expect((await entries('lostReason')).length).toBeGreaterThan(2);
  });

  it('add, rename and archive a name; deals keep what they name', async () => {
    expect((await add('source', { name: '  Boat   show ' })).json()).toMatchObject({
      name: 'Boat show',
      deals: 0,
    });
    expect((await add('source', { name: 'BOAT SHOW' })).json().errors).toEqual([
      expect.objectContaining({ field: 'name', code: 'nameTaken' }),
    ]);
    const { deal } = await book({ source: 'boat show' });
    expect(deal.source).toBe('Boat show');
    const { id } = await entry('source', 'Boat show');
    await people.admin.send('PUT', `/lists/source/${id}`, {
      name: 'Harbour fair',
      isArchived: true,
    });
    expect((await people.admin.get('/lookups')).json().sources).not.toContain('Harbour fair');
    expect((await people.manager.get(`/deals/${deal.id}`)).json().source).toBe('Harbour fair');
    expect((await people.admin.send('PUT', '/lists/source/99999', { name: 'x' })).statusCode).toBe(
      404,
    );
  });

  it('know code, category, price and cost of a product, and refuse what cannot be', async () => {
    await add('category', { name: 'Winches' });
    expect(
      (
        await add('product', {
          name: 'Hand winch',
          code: 'HW-1',
          category: 'winches',
          listPrice: '450.50',
          cost: '300',
        })
      ).json(),
    ).toMatchObject({ code: 'HW-1', category: 'Winches', listPrice: '450.50', cost: '300.00' });
    const faults = (
      await add('product', {
        name: 'Other',
        code: 'hw-1',
        category: 'Nowhere',
        listPrice: '-5',
        cost: 'x',
      })
    )
      .json()
      .errors.map((each: { field: string; code: string }) => `${each.field} ${each.code}`);
    expect(faults.sort()).toEqual([
      'category unknownName',
      'code codeOfOther',
      'cost notANumber',
      'listPrice negative',
    ]);
  });

  it('are never added to by a booking, but for customers', async () => {
    for (const [field, over] of Object.entries({
      source: { source: 'Nobody knows' },
      category: { category: 'New one' },
      location: { location: 'Elsewhere' },
      stage: { stage: 'Half way', status: 'open', closedOn: null, expectedOn: '2026-12-01' },
    })) {
      expect((await book(over)).errors).toEqual([
        expect.objectContaining({ field, code: 'unknownName' }),
      ]);
    }
    expect((await book({ customer: 'Brand new yard' })).deal).toMatchObject({
      customer: 'Brand new yard',
    });
    expect((await book({ status: 'lost', lostReason: 'Price' })).deal).toMatchObject({
      lostReason: 'Price',
    });
    expect((await book({ lostReason: 'Price' })).errors).toEqual([
      expect.objectContaining({ field: 'lostReason', code: 'lostReasonState' }),
    ]);
  });
});

describe('merging', () => {
  it('says what it would do, makes one customer of two with every total right, means the one by the other’s name, and is undone', async () => {
    await add('customer', { name: 'Tern Yard' });
    await book({ customer: 'Tern Yard' });
    await book({ customer: 'Tern Yrad', amount: '200.00' });
    const [kept, typo] = [
      await entry('customer', 'Tern Yard'),
      await entry('customer', 'Tern Yrad'),
    ];
    const [revenue, newCustomers] = [await value('revenue'), await value('new_customers')];
    const merge = { from: typo.id, into: kept.id };
    expect(
      (
        await people.admin.send('POST', '/lists/customer/merge', { ...merge, preview: true })
      ).json(),
    ).toEqual({ merge: null, fromName: 'Tern Yrad', intoName: 'Tern Yard', deals: 1, won: 20_000 });
    expect(await value('new_customers')).toBe(newCustomers);

    const done = (await people.admin.send('POST', '/lists/customer/merge', merge)).json();
    expect(await value('new_customers')).toBe(newCustomers - 1);
    expect(await value('revenue')).toBe(revenue);
    expect(await entry('customer', 'Tern Yard')).toMatchObject({
      deals: 2,
      aliases: ['Tern Yrad'],
    });
    expect((await book({ customer: 'TERN YRAD' })).deal.customer).toBe('Tern Yard');
    await people.manager.import(
      'deals',
      'deal,salesperson,customer,amount,status,closed_on\nMERGED,ivarga,Tern Yrad,5,won,2026-11-02\n',
    );
    expect((await people.manager.get('/deals?search=MERGED')).json().deals[0].customer).toBe(
      'Tern Yard',
    );

    expect((await people.admin.send('POST', `/merges/${done.merge}/undo`)).json()).toMatchObject({
      deals: 1,
    });
    expect(await value('new_customers')).toBe(newCustomers);
    expect(await entry('customer', 'Tern Yrad')).toMatchObject({ deals: 1, aliases: [] });
    expect((await people.admin.send('POST', `/merges/${done.merge}/undo`)).statusCode).toBe(404);
    expect(await findTotalDifferences(server.db)).toEqual([]);
  });

  it('carries earlier spellings along, and gives them back', async () => {
    const ids = [];
    for (const name of ['Quay A', 'Quay B', 'Quay C'])
      ids.push((await add('location', { name })).json().id as number);
    const [a, b, c] = ids;
    await people.admin.send('POST', '/lists/location/merge', { from: a, into: b });
    const second = (
      await people.admin.send('POST', '/lists/location/merge', { from: b, into: c })
    ).json();
    expect(await entry('location', 'Quay C')).toMatchObject({ aliases: ['Quay A', 'Quay B'] });
    expect(
      (await people.admin.send('POST', '/lists/location/merge', { from: a, into: c })).statusCode,
    ).toBe(404);
    await people.admin.send('POST', `/merges/${second.merge}/undo`);
    expect(await entry('location', 'Quay B')).toMatchObject({ aliases: ['Quay A'] });
    expect(
      (await people.admin.send('POST', '/lists/location/merge', { from: b, into: b })).statusCode,
    ).toBe(409);
  });
});

describe('lines and refunds', () => {
  const lines = [
    { product: 'Rope', quantity: 2.5, unitPrice: '100.00', unitCost: '60.00' },
    { product: 'Cleat', quantity: 10, unitPrice: '75.00', unitCost: '20.00' },
  ];

  it('add up to amount, quantity and cost, and are refused where they do not', async () => {
    for (const { product } of lines) await add('product', { name: product });
    const { deal } = await book({ amount: '1000.00', lines });
    expect(deal).toMatchObject({ product: 'Rope', quantity: 12.5, cost: '350.00', lines });
    expect((await book({ amount: '1000.01', lines })).errors).toEqual([
      expect.objectContaining({ field: 'amount', code: 'linesNotAmount' }),
    ]);
    expect(
      (await book({ amount: '1000', lines: [{ ...lines[0], unitPrice: 'x' }] })).errors,
    ).toEqual([expect.objectContaining({ field: 'lines/0/unitPrice', code: 'notANumber' })]);
  });

  it('take back at most what a deal is worth, counted on the refund’s own day', async () => {
    const { deal } = await book({ deal: 'REF-1', amount: '300.00', closedOn: '2026-10-05' });
    const before = await value('revenue');
    const refund = (over: object) => book({ amount: '-100.00', refundOf: 'REF-1', ...over });
    expect((await refund({})).deal).toMatchObject({ refundOf: 'REF-1', amount: '-100.00' });
    expect(await value('revenue')).toBe(before - 10_000);
    expect((await refund({ amount: '-200.01' })).errors).toEqual([
      expect.objectContaining({
        code: 'refundTooLarge',
        message: expect.stringContaining('200.00 EUR'),
      }),
    ]);
    expect((await refund({ amount: '50' })).errors).toEqual([
      expect.objectContaining({ code: 'refundPositive' }),
    ]);
    expect((await refund({ refundOf: 'NO-SUCH' })).errors).toEqual([
      expect.objectContaining({ code: 'refundOfUnknown' }),
    ]);
    expect(
      (
        await people.north.send(
          'POST',
          '/deals',
          wonDeal({ salesperson: 'nkassem', amount: '-5', refundOf: 'REF-1' }),
        )
      ).json().errors,
    ).toEqual([expect.objectContaining({ code: 'refundOfUnknown' })]);
    expect(deal.amount).toBe('300.00');
  });

  it('of files point to their deals, also within one file, and come back unchanged', async () => {
    const csv =
      'deal,salesperson,customer,amount,status,closed_on,refund_of\nFR-2,ivarga,Eel,-5,won,2026-11-03,FR-1\nFR-1,ivarga,Eel,50,won,2026-11-02,\n';
    expect((await people.manager.import('deals', csv)).json()).toMatchObject({
      created: 2,
      written: true,
    });
    expect((await people.manager.get('/deals?search=FR-2')).json().deals[0]).toMatchObject({
      refundOf: 'FR-1',
    });
    expect((await people.manager.import('deals', csv)).json()).toMatchObject({
      unchanged: 2,
      changed: 0,
    });
    expect(
      (await people.manager.import('deals', csv.replace('FR-1\n', 'NONE\n'))).json(),
    ).toMatchObject({ refused: 1, written: false });
  });
});

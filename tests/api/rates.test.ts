import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { findTotalDifferences } from '#server/ledger/recompute';
import { createCompany, createDatabase, startServer, type TestServer } from './harness';

let server: TestServer;
let people: Awaited<ReturnType<typeof createCompany>>;

const change = (changes: object[], over: Record<string, unknown> = {}) =>
  people.admin.send('PUT', '/rates', { changes, ...over });
const rates = async () => (await people.viewer.get('/rates')).json();
const actual = async (period = 'FY2027-P08', measure = 'revenue', unit = 'salt') =>
  (await people.admin.get(`/attainment?unit=${unit}&period=${period}&measure=${measure}`)).json()
    .figures.actual;
const book = (over: Record<string, unknown>) =>
  people.manager.send('POST', '/deals', {
    salesperson: 'ivarga',
    customer: 'Dock & Co',
    amount: '100.01',
    currency: 'GBP',
    status: 'won',
    closedOn: '2026-11-10',
    ...over,
  });

beforeAll(async () => {
  server = await startServer(await createDatabase());
  people = await createCompany(server);
});
afterAll(() => server.stop());

describe('rates', () => {
  it('are missed where there is none, and then used from their day on', async () => {
    expect((await book({ deal: 'r0' })).json().errors[0]).toMatchObject({
      field: 'currency',
      code: 'noRate',
    });
    expect(
      (
        await change([
          { currency: 'GBP', from: '2026-11-01', rate: '1.10' },
          { currency: 'GBP', from: '2026-11-15', rate: '1.2' },
        ])
      ).json(),
    ).toEqual({ written: true, changed: 2, deals: 0, revenue: 0 });
    expect(await rates()).toEqual({
      reporting: 'EUR',
      rates: [
        { currency: 'GBP', from: '2026-11-15', rate: '1.2' },
        { currency: 'GBP', from: '2026-11-01', rate: '1.1' },
      ],
    });
    await book({
      deal: 'r1',
      cost: '50.00',
      credit: [
        { salesperson: 'ivarga', percent: 60 },
        { salesperson: 'tbrandt', percent: 40 },
      ],
    });
    await book({ deal: 'r2', closedOn: '2026-11-16' });
    await book({ deal: 'r3', currency: 'EUR' });
    expect(await actual()).toBe(11_001 + 12_001 + 10_001);
  });

  it('restate the deals they cover when they are corrected, after saying so', async () => {
    const before = await actual();
    const correction = [{ currency: 'GBP', from: '2026-11-01', rate: '1.15' }];
    expect((await change(correction, { preview: true })).json()).toEqual({
      written: false,
      changed: 1,
      deals: 1,
      revenue: 500,
    });
    expect(await actual()).toBe(before);
    expect((await change(correction, { reason: 'bank notice' })).json()).toMatchObject({
      written: true,
      deals: 1,
    });
    expect([await actual(), await actual('FY2027-P08', 'gross_profit')]).toEqual([
      before + 500,
      11_501 - 5_750,
    ]);
    expect(await actual('FY2027-P08', 'revenue', 'tbrandt')).toBe(4_600);
    const { id } = (await people.admin.get('/deals?search=r1')).json().deals[0];
    const history = (await people.admin.get(`/deals/${id}/history`)).json();
    expect(history[0]).toMatchObject({
      action: 'restated by a rate',
      reason: 'bank notice',
      userName: 'Mara Okoye',
    });
    expect(await findTotalDifferences(server.db)).toEqual([]);
    expect((await change(correction)).json()).toMatchObject({ written: false, changed: 0 });
  });

  it('leave no deal without one', async () => {
    const answer = await change([{ currency: 'GBP', from: '2026-11-01', rate: null }]);
    expect([answer.statusCode, answer.json().errors[0]]).toMatchObject([
      422,
      { code: 'rateNeeded', message: 'Deals of 2026-11-10 would have no rate: 1 of them.' },
    ]);
    expect(
      (await change([{ currency: 'GBP', from: '2026-11-15', rate: null }])).json(),
    ).toMatchObject({ written: true, deals: 1, revenue: -500 });
    expect(await findTotalDifferences(server.db)).toEqual([]);
  });

  it('restate a closed month only with a reason, as a correction', async () => {
    await change([{ currency: 'GBP', from: '2026-10-01', rate: '1' }]);
    await book({ deal: 'r4', closedOn: '2026-10-05' });
    await people.admin.send('PUT', '/closed-months/FY2027-P07');
    expect((await change([{ currency: 'GBP', from: '2026-10-01', rate: '2' }])).json().code).toBe(
      'closedNeedsReason',
    );
    await change([{ currency: 'GBP', from: '2026-10-01', rate: '2' }], { reason: 'typed wrong' });
    expect(
      (await people.manager.get('/corrections?unit=salt&period=FY2027-P07')).json().corrections,
    ).toMatchObject([
      {
        subject: 'rates of GBP',
        action: 'restated by a rate',
        reason: 'typed wrong',
        revenue: 10_001,
      },
    ]);
  });

  it.each<[string, Record<string, unknown>, string, string]>([
    ['a currency that is none', { currency: 'XYZ' }, 'currency', 'unknownCurrency'],
    ['the reporting currency', { currency: 'EUR' }, 'currency', 'reportingCurrency'],
    ['nought', { rate: '0' }, 'rate', 'notARate'],
    ['a negative one', { rate: '-1' }, 'rate', 'notARate'],
    ['words', { rate: 'par' }, 'rate', 'notARate'],
  ])('refuse %s at its field', async (_case, over, field, code) => {
    const answer = await change([{ currency: 'GBP', from: '2026-12-01', rate: '1.2', ...over }]);
    expect([answer.statusCode, answer.json().errors[0]]).toMatchObject([
      422,
      { field: `changes/0/${field}`, code },
    ]);
  });

  it('come from a file and go into one that is read back unchanged; they are an administrator’s', async () => {
    const csv = 'currency,from,rate\nUSD,2026-01-01,0.9\nUSD,2026-06-01,0.95\nGBP,2026-10-01,2\n';
    expect((await people.admin.import('rates', csv)).json()).toMatchObject({
      created: 2,
      changed: 0,
      unchanged: 1,
      written: true,
    });
    expect((await people.admin.import('rates', csv)).json()).toMatchObject({
      created: 0,
      changed: 0,
      unchanged: 3,
    });
    const out = (await people.admin.send('GET', '/exports/rates')).body;
    expect((await people.admin.import('rates', out)).json()).toMatchObject({
      created: 0,
      changed: 0,
      refused: 0,
    });
    expect(
      (
        await people.admin.import(
          'rates',
          'currency,from,rate\nUSD,2026-02-30,1\nEUR,2026-01-01,1\n',
        )
      ).json(),
    ).toMatchObject({
      written: false,
      refused: 2,
      refusals: [
        { line: 2, column: 'from' },
        { line: 3, column: 'currency' },
      ],
    });
    expect((await people.manager.import('rates', csv)).statusCode).toBe(403);
    expect(
      (
        await people.manager.send('PUT', '/rates', {
          changes: [{ currency: 'USD', from: '2026-01-01', rate: '1' }],
        })
      ).statusCode,
    ).toBe(403);
  });
});

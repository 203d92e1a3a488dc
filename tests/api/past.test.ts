import { setTimeout as sleep } from 'node:timers/promises';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { DealsAsOf, WhatChanged } from '#contract/schemas/dealHistory';
import { recordImported } from '#server/imports/recordImported';
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

/** Figures and deals as they were shown at moments, by the servers of then. */
interface Remembered {
  name: string;
  at: string;
  figures: Record<string, number>;
  deals: string[];
}
const remembered: Remembered[] = [];
const UNITS = ['ht', 'salt', 'deck', 'eng', 'ivarga', 'tbrandt'];

const HEAD = 'deal,salesperson,customer,amount,currency,status,closed_on,expected_on,credit';
const dealOf = async (code: string) =>
  (await people.admin.get(`/deals?search=${code}`)).json().deals[0];
const put = async (code: string, over: object, reason = 'put right') => {
  const {
    id,
    version,
    salesperson,
    customer,
    amount,
    currency,
    status,
    closedOn,
    expectedOn,
    credit,
    deal,
  } = await dealOf(code);
  const answer = await people.admin.send('PUT', `/deals/${id}`, {
    version,
    reason,
    deal: {
      deal,
      salesperson,
      customer,
      amount,
      currency,
      status,
      closedOn,
      expectedOn: status === 'open' ? expectedOn : null,
      credit,
      ...over,
    },
  });
  if (answer.statusCode !== 200) throw new Error(answer.body);
};

async function remember(name: string): Promise<void> {
  await sleep(5);
  const {
    rows: [row],
  } = await server.pool.query<{ at: string }>(
    `select to_char(clock_timestamp() at time zone 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.US"Z"') as at`,
  );
  const figures: Record<string, number> = {};
  for (const unit of UNITS)
    figures[unit] = (
      await people.admin.get(`/attainment?unit=${unit}&period=FY2027-P08`)
    ).json().figures.actual;
  const { deals } = (await people.admin.get('/deals?unit=salt&period=FY2027-P08&limit=500')).json();
  remembered.push({
    name,
    at: row!.at,
    figures,
    deals: deals
      .map(
        (deal: { deal: string; amount: string; status: string; salesperson: string }) =>
          `${deal.deal} ${deal.status} ${deal.amount} ${deal.salesperson}`,
      )
      .sort(),
  });
  await sleep(5);
}

beforeAll(async () => {
  server = await startServer(await createDatabase());
  people = await createCompany(server);
  await people.admin.send('PUT', '/rates', {
    changes: [{ currency: 'GBP', from: '2026-01-01', rate: '1.2' }],
    preview: false,
  });
  await remember('empty');
  await people.admin.import(
    'deals',
    [
      HEAD,
      'P-1,ivarga,Pike,100,EUR,won,2026-11-02,,',
      'P-2,tbrandt,Pike,200,EUR,won,2026-11-03,,',
      'P-3,ivarga,Eel,50,GBP,won,2026-11-04,,',
      'P-4,ivarga,Eel,77.77,EUR,won,2026-11-04,,ivarga:33.33;tbrandt:66.67',
      'P-5,ivarga,Eel,40,EUR,won,2026-10-04,,',
      'P-6,ivarga,Tern,30,EUR,open,,2026-11-30,',
    ].join('\n'),
  );
  await remember('imported');
  await people.admin.send('POST', '/deals', wonDeal({ deal: 'P-7', amount: '500.00' }));
  await put('P-1', { amount: '150.00' });
  await remember('booked and changed');
  await put('P-2', { salesperson: 'ivarga' });
  await put('P-5', { closedOn: '2026-11-05' });
  await put('P-1', { closedOn: '2026-10-31' });
  await remember('moved');
  const { id, version } = await dealOf('P-7');
  await people.admin.send('POST', `/deals/${id}/void`, { version, reason: 'never was' });
  await put('P-6', { status: 'won', closedOn: '2026-11-17', expectedOn: null });
  await put('P-4', { credit: null });
  await remember('voided, won, one person’s');
  await people.admin.send('PUT', '/rates', {
    changes: [{ currency: 'GBP', from: '2026-11-01', rate: '1.35' }],
    reason: 'rate of the bank',
    preview: false,
  });
  await remember('restated');
  const bulk = (
    await people.admin.send('POST', '/deals/bulk', {
      filter: { salesperson: 'ivarga', period: 'FY2027-P08' },
      change: { salesperson: 'tbrandt' },
      reason: 'handed over',
    })
  ).json();
  await remember('changed together');
  await people.admin.send('POST', `/imports/${bulk.run}/undo`, { reason: 'not so' });
  await people.admin.send('POST', `/deals/${id}/restore`, {
    version: (await people.admin.get(`/deals/${id}`)).json().version,
  });
  await remember('undone');
  while (await recordImported(server.db));
  await remember('recorded');
}, 120_000);
afterAll(() => server.stop());

const changes = async (
  unit: string,
  from: string,
  to?: string,
  client: Client = people.admin,
): Promise<WhatChanged> =>
  (
    await client.get(
      `/what-changed?unit=${unit}&period=FY2027-P08&from=${from}${to ? `&to=${to}` : ''}`,
    )
  ).json();

describe('what changed between two moments', () => {
  it('leads, for every unit and any two moments, from the figure that was shown at the one to the figure shown at the other', async () => {
    for (const unit of UNITS) {
      for (const [index, earlier] of remembered.entries()) {
        for (const later of remembered.slice(index + 1)) {
          const {
            before,
            after,
            kinds,
            changes: listed,
          } = await changes(unit, earlier.at, later.at);
          expect([unit, earlier.name, later.name, before, after]).toEqual([
            unit,
            earlier.name,
            later.name,
            earlier.figures[unit],
            later.figures[unit],
          ]);
          expect(before + kinds.reduce((sum, kind) => sum + kind.revenue, 0)).toBe(after);
          expect(listed.reduce((sum, change) => sum + change.revenue, 0)).toBe(after - before);
        }
      }
    }
  });

  const between = (earlier: string, later: string, unit = 'ht') =>
    changes(
      unit,
      remembered.find((each) => each.name === earlier)!.at,
      remembered.find((each) => each.name === later)!.at,
    );

  it('is told by what it was', async () => {
    expect((await between('empty', 'imported')).changes).toMatchObject([
      { kind: 'booked', action: 'imported', deal: 'deals.csv', count: 4, revenue: 43_777 },
    ]);
    expect((await between('imported', 'booked and changed')).kinds).toEqual([
      { kind: 'booked', count: 1, revenue: 50_000 },
      { kind: 'amountChanged', count: 1, revenue: 5_000 },
    ]);
    expect((await between('booked and changed', 'moved')).kinds).toEqual([
      { kind: 'movedIn', count: 1, revenue: 4_000 },
      { kind: 'movedOut', count: 1, revenue: -15_000 },
    ]);
    expect((await between('booked and changed', 'moved', 'deck')).kinds).toMatchObject([
      { kind: 'movedIn', count: 2, revenue: 24_000 },
      { kind: 'movedOut', revenue: -15_000 },
    ]);
    expect((await between('moved', 'voided, won, one person’s')).kinds).toEqual([
      { kind: 'booked', count: 1, revenue: 3_000 },
      { kind: 'voided', count: 1, revenue: -50_000 },
    ]);
    expect((await between('moved', 'voided, won, one person’s', 'ivarga')).kinds).toContainEqual({
      kind: 'creditChanged',
      count: 1,
      revenue: 5_185,
    });
    expect((await between('voided, won, one person’s', 'restated')).changes).toMatchObject([
      { kind: 'restated', deal: 'P-3', revenue: 750, reason: 'rate of the bank' },
    ]);
    expect((await between('changed together', 'undone')).kinds).toContainEqual({
      kind: 'restored',
      count: 1,
      revenue: 50_000,
    });
  });

  it('up to now needs no end, and two moments the wrong way round are refused', async () => {
    const last = remembered.at(-1)!;
    expect(await changes('ht', last.at)).toMatchObject({
      before: last.figures['ht'],
      after: last.figures['ht'],
      kinds: [],
      changes: [],
    });
    const answer = await people.admin.get(
      `/what-changed?unit=ht&period=FY2027-P08&from=${last.at}&to=${remembered[0]!.at}`,
    );
    expect([answer.statusCode, answer.json().errors[0].field]).toEqual([422, 'to']);
    expect(
      (await people.admin.get('/what-changed?unit=ht&period=FY2027-P08&from=yesterday')).statusCode,
    ).toBe(422);
    expect(
      (await people.north.get(`/what-changed?unit=salt&period=FY2027-P08&from=${last.at}`))
        .statusCode,
    ).toBe(404);
  });

  it('of a person is what is credited to that person, for who may see no more', async () => {
    const { before, after } = await changes(
      'ivarga',
      remembered[1]!.at,
      remembered[3]!.at,
      people.salesperson,
    );
    expect([before, after]).toEqual([
      remembered[1]!.figures['ivarga'],
      remembered[3]!.figures['ivarga'],
    ]);
    expect(
      (
        await people.salesperson.get(
          `/what-changed?unit=tbrandt&period=FY2027-P08&from=${remembered[0]!.at}`,
        )
      ).statusCode,
    ).toBe(404);
  });
});

describe('the book as it stood', () => {
  it('is, at each moment, the deals that were shown then', async () => {
    for (const moment of remembered) {
      const past = (
        await people.admin.get(`/deals/as-of?unit=salt&period=FY2027-P08&at=${moment.at}`)
      ).json() as DealsAsOf;
      expect([
        moment.name,
        past.deals
          .map((deal) => `${deal.deal} ${deal.status} ${deal.amount} ${deal.salesperson}`)
          .sort(),
      ]).toEqual([moment.name, moment.deals]);
      expect([moment.name, past.won.revenue]).toEqual([moment.name, moment.figures['salt']]);
    }
  });
});

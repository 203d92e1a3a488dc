import { setTimeout as sleep } from 'node:timers/promises';
import { Webhook } from 'standardwebhooks';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { findTotalDifferences } from '#server/ledger/recompute';
import { createCompany, createDatabase, startServer, type TestServer } from './harness';

let server: TestServer;
let people: Awaited<ReturnType<typeof createCompany>>;
let secret: string;

const HEAD = 'deal,salesperson,customer,amount,currency,status,closed_on\n';
const rows = (amount: number) =>
  HEAD +
  ['FA-1', 'FA-2', 'FA-3']
    .map((deal) => `${deal},ivarga,Fault Yard,${amount}.00,GBP,won,2026-11-03`)
    .join('\n');

beforeAll(async () => {
  server = await startServer(await createDatabase());
  people = await createCompany(server);
  await people.admin.send('PUT', '/rates', {
    changes: [{ currency: 'GBP', from: '2026-01-01', rate: '1.2' }],
    preview: false,
  });
  await people.admin.import('deals', rows(100));
  await people.admin.send('POST', '/lists/customer', { name: 'Other Yard' });
  ({ secret } = (
    await people.admin.send('POST', '/feed-sources', { code: 'orders', name: 'Order system' })
  ).json());
});
afterAll(() => server.stop());

/** Everything that a change may leave half done. */
async function readState(): Promise<unknown> {
  const { rows: deals } = await server.pool.query(
    'select code, amount, credited, salesperson_id, customer_id, version from deal order by code',
  );
  const { rows: counts } = await server.pool.query(
    'select (select count(*) from audit) as audits, (select count(*) from import_run) as runs, (select count(*) from feed_delivery) as deliveries, (select count(*) from name_merge) as merges, (select count(*) from rate) as rates',
  );
  return {
    deals,
    counts,
    figure: (await people.admin.get('/attainment?unit=ht&period=FY2027-P08')).json().figures.actual,
  };
}

/**
 * Lets work run into a row that somebody else holds, and ends its connection there. @returns its
 * answer
 */
async function breakInTheMiddle<Answer>(work: () => Promise<Answer>): Promise<Answer> {
  const holder = await server.pool.connect();
  await holder.query('begin');
  await holder.query("select 1 from deal where code = 'FA-2' for update");
  const answer = work();
  let ended = 0;
  for (let tries = 0; ended === 0 && tries < 200; tries++) {
    await sleep(20);
    const { rowCount } = await holder.query(
      `select pg_terminate_backend(pid) from pg_stat_activity where datname = current_database()
        and wait_event_type = 'Lock'`,
    );
    ended = rowCount ?? 0;
  }
  await holder.query('rollback');
  holder.release();
  expect(ended).toBeGreaterThan(0);
  return answer;
}

const idOf = async (table: string, name: string) =>
  (await server.pool.query(`select id from ${table} where name = $1`, [name])).rows[0].id as number;
const deliver = (key: string) => {
  const body = JSON.stringify({
    type: 'deal.saved',
    version: 7,
    deal: {
      deal: 'FA-2',
      salesperson: 'ivarga',
      customer: 'Fault Yard',
      amount: '300.00',
      currency: 'GBP',
      status: 'won',
      closedOn: '2026-11-03',
    },
  });
  const at = new Date();
  return server.app.inject({
    method: 'POST',
    url: '/api/v1/feed/orders',
    payload: body,
    headers: {
      'content-type': 'application/json',
      'webhook-id': key,
      'webhook-timestamp': String(Math.floor(at.getTime() / 1000)),
      'webhook-signature': new Webhook(secret).sign(key, at, body),
    },
  });
};

describe('a connection that is lost in the middle leaves nothing behind, and a retry completes it:', () => {
  const works: [
    string,
    () => Promise<{ statusCode: number; json(): { code?: string } }>,
    string,
  ][] = [
    [
      'an import',
      () => people.admin.import('deals', rows(200)),
      "select count(*)::int as done from deal where code like 'FA-%' and amount = 20000",
    ],
    [
      'a change of many deals',
      () =>
        people.admin.send('POST', '/deals/bulk', {
          filter: { customer: 'Fault Yard' },
          change: { salesperson: 'tbrandt' },
          reason: 'handed over',
        }),
      "select count(*)::int as done from deal d join unit u on u.id = d.salesperson_id where d.code like 'FA-%' and u.code = 'tbrandt'",
    ],
    [
      'a rate correction',
      () =>
        people.admin.send('PUT', '/rates', {
          changes: [{ currency: 'GBP', from: '2026-10-01', rate: '1.3' }],
          reason: 'bank',
          preview: false,
        }),
      "select count(*)::int as done from deal where code like 'FA-%' and credited = 26000",
    ],
    [
      'a merge of two customers',
      async () =>
        people.admin.send('POST', '/lists/customer/merge', {
          from: await idOf('customer', 'Fault Yard'),
          into: await idOf('customer', 'Other Yard'),
        }),
      "select count(*)::int as done from deal d join customer c on c.id = d.customer_id where d.code like 'FA-%' and c.name = 'Other Yard'",
    ],
  ];

  it.each(works)('%s', async (_name, work, done) => {
    const before = await readState();
    const broken = await breakInTheMiddle(work);
    expect([broken.statusCode, broken.json().code]).toEqual([503, 'unavailable']);
    expect(await readState()).toEqual(before);
    expect(await findTotalDifferences(server.db)).toEqual([]);
    const answer = await work();
    expect(answer.statusCode).toBe(200);
    expect((await server.pool.query(done)).rows[0].done).toBe(3);
    expect(await findTotalDifferences(server.db)).toEqual([]);
  });

  it('a feed delivery, sent again with its key', async () => {
    const before = await readState();
    const broken = await breakInTheMiddle(() => deliver('fault-1'));
    expect([broken.statusCode, broken.json().code]).toEqual([503, 'unavailable']);
    expect(await readState()).toEqual(before);
    expect((await deliver('fault-1')).json()).toEqual({ outcome: 'kept' });
    expect((await deliver('fault-1')).json()).toEqual({ outcome: 'kept' });
    const {
      rows: [deal],
    } = await server.pool.query("select amount, version from deal where code = 'FA-2'");
    expect(deal.amount).toBe(30_000);
    expect(await findTotalDifferences(server.db)).toEqual([]);
  });
});

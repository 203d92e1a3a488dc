import { randomUUID } from 'node:crypto';
import { Webhook } from 'standardwebhooks';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { FeedDelivery, FeedSource } from '#contract/schemas/feed';
import { findSource, sealSecrets } from '#server/feed/index';
import { findTotalDifferences } from '#server/ledger/recompute';
import { LOCAL_SETTINGS } from '#server/settings';
import { Outbox } from '#standins/orderSystem/outbox';
import { createCompany, createDatabase, startServer, type TestServer } from './harness';

let server: TestServer;
let people: Awaited<ReturnType<typeof createCompany>>;
let source: FeedSource;
let secret: string;

beforeAll(async () => {
  server = await startServer(await createDatabase());
  people = await createCompany(server);
  ({ source, secret } = (
    await people.admin.send('POST', '/feed-sources', { code: 'orders', name: 'Order system' })
  ).json());
});
afterAll(() => server.stop());

const saved = (deal: string, version: number, over: object = {}) => ({
  type: 'deal.saved',
  version,
  deal: {
    deal,
    salesperson: 'ivarga',
    customer: 'Pike',
    amount: '100.00',
    status: 'won',
    closedOn: '2026-11-03',
    ...over,
  },
});

function deliver(
  message: unknown,
  {
    key = randomUUID(),
    at = new Date(),
    with: withSecret = secret,
    to = server,
    code = 'orders',
  }: { key?: string; at?: Date; with?: string; to?: TestServer; code?: string } = {},
) {
  const body = typeof message === 'string' ? message : JSON.stringify(message);
  return to.app.inject({
    method: 'POST',
    url: `/api/v1/feed/${code}`,
    payload: body,
    headers: {
      'content-type': 'application/json',
      'webhook-id': key,
      'webhook-timestamp': String(Math.floor(at.getTime() / 1000)),
      'webhook-signature': new Webhook(withSecret).sign(key, at, body),
    },
  });
}
const dealOf = async (code: string) =>
  (await people.admin.get(`/deals?search=${code}`)).json().deals[0];
const revenue = async () =>
  (await people.admin.get('/attainment?unit=ht&period=FY2027-P08')).json().figures.actual as number;
const deliveries = async (query = ''): Promise<FeedDelivery[]> =>
  (await people.admin.get(`/feed-deliveries${query}`)).json();

describe('a delivery', () => {
  it('counts at once, and once however often its key comes', async () => {
    const [before, key] = [await revenue(), randomUUID()];
    expect((await deliver(saved('F-1', 1), { key })).json()).toEqual({ outcome: 'kept' });
    expect(await revenue()).toBe(before + 10_000);
    const answers = await Promise.all(
      Array.from({ length: 5 }, () => deliver(saved('F-1', 1), { key })),
    );
    expect(answers.map((answer) => answer.json().outcome)).toEqual(Array(5).fill('kept'));
    expect(await revenue()).toBe(before + 10_000);
    expect((await deliveries()).filter((each) => each.key === key)).toHaveLength(1);
  });

  it('in any order leaves the deal in its newest version', async () => {
    const versions = [3, 1, 5, 2, 4];
    const answers = await Promise.all(
      versions.map((version) => deliver(saved('F-2', version, { amount: `${version}00.00` }))),
    );
    expect(answers.every((answer) => answer.statusCode === 200)).toBe(true);
    expect(await dealOf('F-2')).toMatchObject({ amount: '500.00' });
    expect((await deliver(saved('F-2', 4, { amount: '4.00' }))).json()).toEqual({
      outcome: 'older',
    });
    expect((await deliver(saved('F-2', 5, { amount: '9.00' }))).json()).toEqual({
      outcome: 'same',
    });
    expect(await dealOf('F-2')).toMatchObject({ amount: '500.00' });
  });

  it('voids a deal, with its reason in the history; what comes late does not bring it back', async () => {
    await deliver(saved('F-3', 1));
    const { id } = await dealOf('F-3');
    expect(
      (
        await deliver({
          type: 'deal.voided',
          version: 3,
          deal: { deal: 'F-3' },
          reason: 'cancelled',
        })
      ).json(),
    ).toEqual({ outcome: 'kept' });
    expect((await deliver(saved('F-3', 2))).json()).toEqual({ outcome: 'older' });
    expect(await dealOf('F-3')).toBeUndefined();
    expect((await people.admin.get(`/deals/${id}/history`)).json()[0]).toMatchObject({
      action: 'voided',
      reason: 'cancelled',
    });
    expect(await findTotalDifferences(server.db)).toEqual([]);
  });

  it('that cannot be taken is told why, kept, and tried again when it can', async () => {
    const answer = await deliver(saved('F-4', 1, { currency: 'GBP' }));
    expect([answer.statusCode, answer.json().code]).toEqual([422, 'deliveryRefused']);
    expect(answer.json().detail).toContain('There is no rate for GBP');
    const [delivery] = await deliveries('?outcome=refused');
    expect(delivery).toMatchObject({ deal: 'F-4', outcome: 'refused', attempts: 1 });
    expect(
      (await people.admin.send('POST', `/feed-deliveries/${delivery!.id}/retry`)).json(),
    ).toMatchObject({ outcome: 'refused', attempts: 2 });
    await people.admin.send('PUT', '/rates', {
      changes: [{ currency: 'GBP', from: '2026-01-01', rate: '1.2' }],
      preview: false,
    });
    expect(
      (await people.admin.send('POST', `/feed-deliveries/${delivery!.id}/retry`)).json(),
    ).toMatchObject({ outcome: 'kept', attempts: 3 });
    expect(await dealOf('F-4')).toMatchObject({ credited: 12_000 });
    expect(
      (await people.admin.send('POST', `/feed-deliveries/${delivery!.id}/retry`)).statusCode,
    ).toBe(404);
  });

  it('tried again while a newer version comes in leaves the newer one, whichever is first', async () => {
    const deals = Array.from({ length: 8 }, (_, at) => `RACE-${at}`);
    for (const deal of deals)
      expect((await deliver(saved(deal, 1, { currency: 'CHF', amount: '70.00' }))).statusCode).toBe(
        422,
      );
    const refused = (await deliveries('?outcome=refused')).filter((each) =>
      deals.includes(each.deal ?? ''),
    );
    expect(refused).toHaveLength(deals.length);
    await people.admin.send('PUT', '/rates', {
      changes: [{ currency: 'CHF', from: '2026-01-01', rate: '1' }],
      preview: false,
    });
    const settled = await Promise.all(
      refused.flatMap(({ id, deal }, at) => {
        const retry = () => people.admin.send('POST', `/feed-deliveries/${id}/retry`);
        const newer = () => deliver(saved(deal!, 2, { amount: '200.00' }));
        return at % 2 === 0 ? [retry(), newer()] : [newer(), retry()];
      }),
    );
    expect(settled.map((answer) => answer.statusCode)).toEqual(settled.map(() => 200));
    for (const deal of deals)
      expect(await dealOf(deal)).toMatchObject({
        amount: '200.00',
        currency: 'EUR',
        credited: 20_000,
      });
    const outcomes = (await deliveries())
      .filter((each) => refused.some(({ id }) => id === each.id))
      .map((each) => each.outcome);
    expect(outcomes.every((outcome) => outcome === 'kept' || outcome === 'older')).toBe(true);
    expect(await findTotalDifferences(server.db)).toEqual([]);
  });

  it.each<[string, unknown, string]>([
    ['no JSON', '{', 'invalidBody'],
    ['another shape', { hello: 1 }, 'invalidInput'],
    ['no version', { ...saved('F-5', 1), version: undefined }, 'invalidInput'],
    ['a field of its own', saved('F-5', 1, { colour: 'red' }), 'invalidInput'],
  ])('of %s is refused with its place', async (_case, message, code) => {
    const answer = await deliver(message);
    expect(answer.statusCode).toBeGreaterThanOrEqual(400);
    expect(answer.json().code).toBe(code);
  });

  it('must be signed with the secret, of now, to a source there is', async () => {
    const other = 'whsec_bm90IHRoZSBzZWNyZXQ=';
    for (const how of [{ with: other }, { at: new Date(Date.now() - 400_000) }, { code: 'nobody' }])
      expect((await deliver(saved('F-6', 1), how)).json().code).toBe('badSignature');
    expect(
      (
        await server.app.inject({
          method: 'POST',
          url: '/api/v1/feed/orders',
          payload: saved('F-6', 1),
        })
      ).json().code,
    ).toBe('badSignature');
    expect(await dealOf('F-6')).toBeUndefined();
  });

  it('takes no deal away from another part of the company than its maker may touch', async () => {
    const {
      rows: [manager],
    } = await server.pool.query("select id from app_user where name = 'manager'");
    await server.pool.query('update feed_source set user_id = $1', [manager.id]);
    await people.admin.send('POST', '/deals', {
      deal: 'F-N',
      salesperson: 'nkassem',
      customer: 'Crab',
      amount: '5',
      status: 'won',
      closedOn: '2026-11-03',
    });
    expect((await deliver(saved('F-N', 1))).json().detail).toContain(
      'Is the id of a deal outside your part of the company',
    );
    expect((await deliver(saved('F-N2', 1, { salesperson: 'nkassem' }))).statusCode).toBe(422);
    expect((await dealOf('F-N')).salesperson).toBe('nkassem');
    await server.pool.query(
      "update feed_source set user_id = (select id from app_user where role = 'administrator')",
    );
  });
});

describe('a source', () => {
  it('has its secret sealed in the database where the server has a key, and is found with it', async () => {
    const settings = { ...LOCAL_SETTINGS, secretKey: Buffer.alloc(32, 7) };
    await sealSecrets({ db: server.db, settings });
    const {
      rows: [stored],
    } = await server.pool.query("select secret from feed_source where code = 'orders'");
    expect(stored.secret).toMatch(/^sealed1:/);
    expect((await findSource({ pool: server.pool, settings }, 'orders'))!.secrets).toEqual([
      secret,
    ]);
    await expect(
      findSource({ pool: server.pool, settings: LOCAL_SETTINGS }, 'orders'),
    ).rejects.toThrow('IRON_LADDER_SECRET_KEY');
    await server.pool.query("update feed_source set secret = $1 where code = 'orders'", [secret]);
  });

  it('has a new secret with the one before for a day, and is stopped and let again', async () => {
    const earlier = secret;
    const rotated = (await people.admin.send('POST', `/feed-sources/${source.id}/secret`)).json();
    secret = rotated.secret;
    expect(rotated.source.earlierUntil).toBeTruthy();
    expect((await deliver(saved('S-1', 1), { with: earlier })).statusCode).toBe(200);
    expect((await deliver(saved('S-1', 2))).statusCode).toBe(200);
    await server.pool.query("update feed_source set earlier_until = now() - interval '1 second'");
    expect((await deliver(saved('S-1', 3), { with: earlier })).json().code).toBe('badSignature');
    await people.admin.send('PUT', `/feed-sources/${source.id}`, { isStopped: true });
    expect((await deliver(saved('S-1', 3))).json().code).toBe('feedStopped');
    await people.admin.send('PUT', `/feed-sources/${source.id}`, { isStopped: false });
    expect((await deliver(saved('S-1', 3))).statusCode).toBe(200);
  });

  it('is the administrator’s, whose list never tells the secret', async () => {
    for (const client of [people.manager, people.salesperson, people.viewer])
      for (const path of ['/feed-sources', '/feed-deliveries'])
        expect((await client.get(path)).statusCode).toBe(403);
    expect((await people.admin.get('/feed-sources')).body).not.toContain(secret);
    expect(
      (await people.admin.send('POST', '/feed-sources', { code: 'orders', name: 'Again' })).json()
        .errors,
    ).toEqual([expect.objectContaining({ field: 'code' })]);
  });
});

describe('hundreds at once', () => {
  it('with repeats and late ones, to two servers over one database: each deal once and in its last state', async () => {
    const second = await startServer(server.url);
    const before = await revenue();
    const messages = Array.from({ length: 60 }, (_, deal) =>
      [1, 2, 3].map((version) => ({
        key: `bulk-${deal}-${version}`,
        message: saved(`M-${deal}`, version, { amount: `${version * 10 + deal}.00` }),
      })),
    ).flat();
    const shuffled = [...messages, ...messages.filter((_, index) => index % 10 === 0)]
      .map((each, index) => ({ each, at: (index * 7919) % 997 }))
      .sort((a, b) => a.at - b.at)
      .map(({ each }) => each);
    const answers = await Promise.all(
      shuffled.map(({ key, message }, index) =>
        deliver(message, { key, to: index % 2 ? second : server }),
      ),
    );
    expect(answers.every((answer) => answer.statusCode === 200)).toBe(true);
    // What the other server took is heard of a moment after it has answered.
    await server.replica.catchUp();
    expect(await revenue()).toBe(
      before +
        Array.from({ length: 60 }, (_, deal) => (30 + deal) * 100).reduce((a, b) => a + b, 0),
    );
    const {
      rows: [count],
    } = await server.pool.query(
      "select count(*)::int as count from feed_delivery where key like 'bulk-%'",
    );
    expect(count.count).toBe(180);
    expect(await findTotalDifferences(server.db)).toEqual([]);
    await second.stop();
  });
});

describe('the order system that goes away and comes back', () => {
  it('loses and duplicates nothing, also when answers are lost on the way', async () => {
    let calls = 0;
    const before = await revenue();
    const outbox = new Outbox('/api/v1/feed/orders', secret, {
      now: () => Math.floor(Date.now() / 1000),
      post: async (url, { headers, body }) => {
        calls++;
        if (calls % 4 === 1) throw new Error('connection refused');
        const answer = await server.app.inject({ method: 'POST', url, headers, payload: body });
        if (calls % 4 === 2) throw new Error('the answer was lost');
        return { status: answer.statusCode, text: async () => answer.body };
      },
    });
    outbox.isAway = true;
    for (let i = 0; i < 12; i++) outbox.add(saved(`AWAY-${i}`, 1));
    await outbox.flush();
    expect([outbox.kept, calls]).toEqual([12, 0]);
    outbox.isAway = false;
    for (let tries = 0; outbox.kept > 0 && tries < 60; tries++) await outbox.flush();
    expect([outbox.kept, outbox.taken, outbox.refused]).toEqual([0, 12, 0]);
    expect(await revenue()).toBe(before + 12 * 10_000);
    await outbox.repeat();
    expect(await revenue()).toBe(before + 12 * 10_000);
  });
});

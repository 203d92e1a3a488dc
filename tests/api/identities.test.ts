import { sql } from 'drizzle-orm';
import { afterAll, beforeAll, beforeEach, describe, expect, it, vi } from 'vitest';
import {
  Client,
  createCompany,
  createDatabase,
  PASSWORD,
  startServer,
  type TestServer,
} from './harness';

/** Two servers over one database: what ends on one ends on the other. */
let here: TestServer;
let there: TestServer;
let people: Awaited<ReturnType<typeof createCompany>>;

beforeAll(async () => {
  const url = await createDatabase();
  here = await startServer(url);
  people = await createCompany(here);
  there = await startServer(url);
});
afterAll(async () => {
  await here.stop();
  await there.stop();
});

const askWith = (server: TestServer, headers: Record<string, string>) =>
  server.app.inject({ method: 'GET', url: '/api/v1/session', headers });
const statusOf = async (server: TestServer, headers: Record<string, string>) =>
  (await askWith(server, headers)).statusCode;
const soon = { timeout: 2_000, interval: 5 };

describe('who is asking', () => {
  let client: Client;
  let headers: { cookie: string };

  beforeEach(async () => {
    client = await new Client(here).signIn('manager@example.com');
    headers = { cookie: client.cookie };
    for (const server of [here, there]) expect(await statusOf(server, headers)).toBe(200);
  });

  it('is asked of the database once and then kept', async () => {
    const query = vi.spyOn(here.pool, 'query');
    for (let i = 0; i < 5; i++) expect(await statusOf(here, headers)).toBe(200);
    expect(query).not.toHaveBeenCalled();
    query.mockRestore();
  });

  it('ends with a sign-out, at once here and soon on the other server', async () => {
    await client.send('DELETE', '/session');
    expect(await statusOf(here, headers)).toBe(401);
    await expect.poll(() => statusOf(there, headers), soon).toBe(401);
  });

  it('ends everywhere when one signs out everywhere', async () => {
    const other = await new Client(there).signIn('manager@example.com');
    expect(await statusOf(here, { cookie: other.cookie })).toBe(200);
    await client.send('DELETE', '/sessions');
    expect(await statusOf(here, { cookie: other.cookie })).toBe(401);
    await expect.poll(() => statusOf(there, { cookie: other.cookie }), soon).toBe(401);
  });

  it('changes with a role, a unit or an account, whoever changes it in the database', async () => {
    const change = (set: string) =>
      here.pool.query(`update app_user set ${set} where email = 'manager@example.com'`);
    const roleThere = async () => (await askWith(there, headers)).json<{ role?: string }>().role;
    await change("role = 'viewer'");
    await expect.poll(roleThere, soon).toBe('viewer');
    await change("role = 'manager'");
    await expect.poll(roleThere, soon).toBe('manager');
    await change('disabled_at = now()');
    await expect.poll(() => statusOf(there, headers), soon).toBe(401);
    await expect.poll(() => statusOf(here, headers), soon).toBe(401);
    await change('disabled_at = null');
  });

  it('ends when its session has run out, without anybody saying so', async () => {
    await here.db.execute(
      sql`update session set expires_at = now() + interval '300 milliseconds' where user_id =
        (select id from app_user where email = 'manager@example.com')`,
    );
    await expect.poll(() => statusOf(here, headers), soon).toBe(401);
    await expect.poll(() => statusOf(there, headers), soon).toBe(401);
  });

  it('is asked for each time while the database says nothing', async () => {
    // The connection that hears of changes, not those that ask.
    await here.pool.query(
      "select pg_terminate_backend(pid) from pg_stat_activity where datname = current_database() and application_name = 'iron ladder listener'",
    );
    await expect.poll(() => there.replica.connected, soon).toBe(false);
    await here.pool.query(
      "update app_user set disabled_at = now() where email = 'manager@example.com'",
    );
    expect(await statusOf(there, headers)).toBe(401);
    await here.pool.query(
      "update app_user set disabled_at = null where email = 'manager@example.com'",
    );
    await expect
      .poll(() => [here, there].map((server) => server.replica.connected), { timeout: 5_000 })
      .toEqual([true, true]);
  });
});

describe('a token', () => {
  it('ends when it is revoked on the other server, and its use is noted though it is not asked for', async () => {
    const { token, secret } = (
      await people.admin.send('POST', '/tokens', { name: 'order system' })
    ).json<{ token: { id: number }; secret: string }>();
    const headers = { authorization: `Bearer ${secret}` };
    for (const server of [here, there]) expect(await statusOf(server, headers)).toBe(200);
    const [listed] = (await people.admin.get('/tokens'))
      .json<{ id: number; lastUsedAt: string | null }[]>()
      .filter((each) => each.id === token.id);
    expect(listed!.lastUsedAt).not.toBeNull();
    const admin = await new Client(there).signIn('mara@example.com', PASSWORD);
    await admin.send('DELETE', `/tokens/${token.id}`);
    expect(await statusOf(there, headers)).toBe(401);
    await expect.poll(() => statusOf(here, headers), soon).toBe(401);
  });

  it('is no session, though a cookie may carry the same text', async () => {
    const { secret } = (await people.admin.send('POST', '/tokens', { name: 'other' })).json<{
      secret: string;
    }>();
    expect(await statusOf(here, { authorization: `Bearer ${secret}` })).toBe(200);
    expect(await statusOf(here, { cookie: `iron_ladder=${secret}` })).toBe(401);
  });
});

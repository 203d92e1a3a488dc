import { sql } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { isWeak } from '#server/access/passwordRules';
import { isPrivate, SignInGate } from '#server/access/signInGate';
import { buildApp } from '#server/app';
import { readSettings } from '#server/settings';
import {
  createCompany,
  createDatabase,
  PASSWORD,
  startServer,
  type TestServer,
} from '../api/harness';

let server: TestServer;

beforeAll(async () => {
  server = await startServer(await createDatabase());
  await createCompany(server);
});
afterAll(() => server.stop());

const trier = (email: string, over: object = {}) => ({
  email,
  device: null,
  address: '127.0.0.1',
  ...over,
});
const refusalOf = async (work: Promise<unknown>) =>
  work.then(
    () => null,
    (error: { code: string; params: { seconds: number } }) => error,
  );
const age = (key: string, by: string) =>
  server.db.execute(
    sql`update sign_in_failure set at = at - ${by}::interval, wait_until = wait_until -
      ${by}::interval where key = ${key}`,
  );

describe('tries to sign in', () => {
  it('are free six times, then each makes the next wait twice as long, at most a quarter of an hour', async () => {
    const gate = new SignInGate(server.db);
    for (let tried = 0; tried < 5; tried++)
      expect(await refusalOf(gate.enter(trier('a@example.com')))).toBeNull();
    const waits: number[] = [];
    for (let tried = 0; tried < 8; tried++) {
      expect(await refusalOf(gate.enter(trier('a@example.com')))).toBeNull();
      waits.push((await refusalOf(gate.enter(trier('a@example.com'))))!.params.seconds);
      await age('email a@example.com', '901 seconds');
    }
    expect(waits).toEqual([15, 30, 60, 120, 240, 480, 900, 900]);
  });

  it('are counted before the password is looked at: a hundred at once are no more than one after another', async () => {
    const gate = new SignInGate(server.db);
    const all = await Promise.all(
      Array.from({ length: 100 }, () => refusalOf(gate.enter(trier('b@example.com')))),
    );
    expect(all.filter((each) => each === null)).toHaveLength(6);
  });

  it('of strangers never keep out a browser the person used before, and its own are counted by themselves', async () => {
    const gate = new SignInGate(server.db);
    for (let at = 0; at < 20; at++) await refusalOf(gate.enter(trier('c@example.com')));
    expect(await refusalOf(gate.enter(trier('c@example.com', { device: 'known' })))).toBeNull();
    for (let at = 0; at < 20; at++)
      await refusalOf(gate.enter(trier('c@example.com', { device: 'known' })));
    expect(await refusalOf(gate.enter(trier('c@example.com', { device: 'known' })))).toMatchObject({
      code: 'tooManyTries',
    });
  });

  it('of many names from one address are slowed together, but not behind a private one', async () => {
    const gate = new SignInGate(server.db);
    const tryAll = (address: string) =>
      Promise.all(
        Array.from({ length: 80 }, (_, at) =>
          refusalOf(gate.enter(trier(`${address} ${at}@example.com`, { address }))),
        ),
      );
    expect((await tryAll('203.0.113.7')).filter((each) => each === null)).toHaveLength(60);
    expect((await tryAll('10.0.0.7')).filter((each) => each === null)).toHaveLength(80);
  });

  it('that were right take back what was held against the person; a day makes all new', async () => {
    const gate = new SignInGate(server.db);
    for (let at = 0; at < 6; at++) await refusalOf(gate.enter(trier('d@example.com')));
    await gate.succeed(trier('d@example.com'));
    expect(await refusalOf(gate.enter(trier('d@example.com')))).toBeNull();
    for (let at = 0; at < 10; at++) await refusalOf(gate.enter(trier('d@example.com')));
    await age('email d@example.com', '25 hours');
    for (let at = 0; at < 5; at++)
      expect(await refusalOf(gate.enter(trier('d@example.com')))).toBeNull();
  });

  it('tell strangers nothing: a name that is not there is slowed and refused like one that is', async () => {
    const send = (email: string) =>
      server.app.inject({
        method: 'POST',
        url: '/api/v1/session',
        payload: { email, password: 'not this one' },
      });
    for (const email of ['viewer@example.com', 'nobody-at-all@example.com']) {
      const answers = [];
      for (let at = 0; at < 7; at++) answers.push((await send(email)).json().code as string);
      expect([email, ...answers]).toEqual([
        email,
        ...Array<string>(6).fill('wrongCredentials'),
        'tooManyTries',
      ]);
    }
  });
});

// Ranges: RFC 1918, RFC 4193, RFC 3927; documentation addresses: RFC 5737, RFC 3849.
it.each([
  ['127.0.0.1', true],
  ['::1', true],
  ['10.1.2.3', true],
  ['172.15.0.1', false],
  ['172.16.0.1', true],
  ['172.31.255.255', true],
  ['172.32.0.1', false],
  ['192.168.1.1', true],
  ['192.169.1.1', false],
  ['169.254.0.1', true],
  ['::ffff:10.0.0.1', true],
  ['::ffff:203.0.113.1', false],
  ['fd00::1', true],
  ['fe80::1', true],
  ['2001:db8::1', false],
  ['203.0.113.1', false],
  ['unknown', true],
])('%s is private: %s', (address, expected) => {
  expect(isPrivate(address)).toBe(expected);
});

it.each([
  ['short', true],
  ['password1234', true],
  ['Welcome2026', true],
  ['0123456789', true],
  ['aaaaaaaaaaaa', true],
  ['abababababab', true],
  ['mara.okoye@example.com', true],
  ['maraokoye12', false],
  ['mara.okoye1', true],
  ['four lanes of tide', false],
  ['Saltmarsh & Pike', false],
])('the password %s is weak: %s', (password, expected) => {
  expect(isWeak(password, 'Mara.Okoye@example.com')).toBe(expected);
});

describe('where people come by TLS', () => {
  const settings = readSettings({
    IRON_LADDER_PUBLIC_URL: 'https://sales.example.com',
    IRON_LADDER_TRUSTED_PROXIES: '192.0.2.1',
  });
  const build = () => buildApp({ context: { ...server.context, settings }, version: 'test' });
  const signIn = {
    method: 'POST',
    url: '/api/v1/session',
    payload: { email: 'manager@example.com', password: PASSWORD },
  } as const;

  it('cookies are for TLS and this host alone, and browsers are told to stay with TLS', async () => {
    const app = await build();
    const answer = await app.inject({ ...signIn, headers: { host: 'sales.example.com' } });
    expect(answer.cookies.map(({ name }) => name).sort()).toEqual([
      '__Host-iron_ladder',
      '__Host-iron_ladder_device',
    ]);
    for (const cookie of answer.cookies)
      expect(cookie).toMatchObject({ httpOnly: true, secure: true, path: '/', sameSite: 'Lax' });
    expect(answer.headers['strict-transport-security']).toMatch(/max-age=\d{7,}/);
    await app.close();
  });

  it('another host or origin is not served', async () => {
    const app = await build();
    expect((await app.inject({ ...signIn, headers: { host: 'evil.example' } })).statusCode).toBe(
      421,
    );
    expect(
      (
        await app.inject({
          ...signIn,
          headers: { host: 'sales.example.com', origin: 'https://evil.example' },
        })
      ).statusCode,
    ).toBe(403);
    await app.close();
  });

  it('who asks is believed from the named proxy only', async () => {
    const app = await build();
    const addressOf = async (remoteAddress: string) => {
      await app.inject({
        ...signIn,
        remoteAddress,
        headers: {
          host: 'sales.example.com',
          'x-forwarded-for': '198.51.100.9',
          'x-forwarded-proto': 'https',
        },
      });
      const { rows } = await server.db.execute<{ address: string }>(
        sql`select after->>'address' as address from audit where action = 'signed in' order by id
          desc limit 1`,
      );
      return rows[0]!.address;
    };
    expect(await addressOf('192.0.2.1')).toBe('198.51.100.9');
    expect(await addressOf('192.0.2.2')).toBe('192.0.2.2');
    await app.close();
  });
});

it.each([
  'sales.example.com',
  'https://sales.example.com/app',
  'ftp://sales.example.com',
  'https://sales.example.com/?a=1',
])('the setting %s is refused with an example', (text) => {
  expect(() => readSettings({ IRON_LADDER_PUBLIC_URL: text })).toThrow('https://sales.example.com');
});

import fc from 'fast-check';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { ROUTES } from '#contract/routes/index';
import type { AnyRoute } from '#contract/routes/route';
import {
  Client,
  createCompany,
  createDatabase,
  PASSWORD,
  startServer,
  type TestServer,
  wonDeal,
} from '../api/harness';
import {
  fieldsOf,
  NASTY,
  NASTY_TEXTS,
  type Sample,
  sampleRequest,
  urlOf,
  withValue,
} from './samples';

let server: TestServer;
let admin: Client;

beforeAll(async () => {
  server = await startServer(await createDatabase());
  ({ admin } = await createCompany(server));
  await admin.send('POST', '/deals', wonDeal({ deal: 'S-1', product: 'Winch' }));
});
afterAll(() => server.stop());

/** What would keep the connection, or sign the tests out. */
const NOT_ASKED = new Set(['streamEvents', 'streamBoard']);

async function ask(route: AnyRoute, sample: Sample): Promise<number> {
  const { app } = server;
  const answer = await app.inject({
    method: route.method,
    url: urlOf(route, sample),
    headers: { cookie: admin.cookie, 'x-csrf': admin.csrf },
    ...(sample.body === undefined
      ? {}
      : {
          payload: JSON.stringify(sample.body),
          headers: {
            cookie: admin.cookie,
            'x-csrf': admin.csrf,
            'content-type': 'application/json',
          },
        }),
  });
  // Signing out, a changed password, an ended session: in again.
  if (answer.statusCode === 401 && route.id !== 'signIn')
    admin = await new Client(server).signIn('mara@example.com', PASSWORD);
  return answer.statusCode;
}

/** Every field of a route with each nasty value in it, one at a time. */
function attacksOn(route: AnyRoute): { where: string; sample: Sample }[] {
  const plain = sampleRequest(route);
  return [
    ...Object.keys(plain.params).flatMap((name) =>
      NASTY_TEXTS.filter((text) => text !== '').map((text) => ({
        where: `:${name} ${text}`,
        sample: { ...plain, params: { ...plain.params, [name]: text } },
      })),
    ),
    ...fieldsOf(route.query).flatMap(([name]) =>
      NASTY_TEXTS.map((text) => ({
        where: `?${name} ${text}`,
        sample: { ...plain, query: { ...plain.query, [name!]: text } },
      })),
    ),
    ...fieldsOf(route.body).flatMap((path) =>
      NASTY.map((value) => ({
        where: `${path.join('/')} ${JSON.stringify(value)}`,
        sample: { ...plain, body: withValue(plain.body, path, value) },
      })),
    ),
    ...(route.body
      ? NASTY.map((value) => ({
          where: `body ${JSON.stringify(value)}`,
          sample: { ...plain, body: value },
        }))
      : []),
  ];
}

describe('no value in any field of any route is a fault of ours', () => {
  it.each(
    ROUTES.filter((route) => !NOT_ASKED.has(route.id)).map((route) => [route.id, route] as const),
  )('%s', { timeout: 120_000 }, async (_id, route) => {
    const faults: string[] = [];
    for (const { where, sample } of attacksOn(route)) {
      const status = await ask(route, sample).catch((error: Error) => {
        faults.push(`${error.message} at ${where.slice(0, 120)}`);
        return 0;
      });
      if (status >= 500) faults.push(`${status} at ${where.slice(0, 120)}`);
    }
    expect(faults).toEqual([]);
  });

  it('nor several at once', { timeout: 120_000 }, async () => {
    const route = fc.constantFrom(
      ...ROUTES.filter((each) => fieldsOf(each.body).length > 0 && !NOT_ASKED.has(each.id)),
    );
    const changes = fc.array(
      fc.tuple(fc.nat(60), fc.oneof(fc.constantFrom(...NASTY), fc.anything({ maxDepth: 3 }))),
      { minLength: 1, maxLength: 6 },
    );
    await fc.assert(
      fc.asyncProperty(route, changes, async (each, values) => {
        const fields = fieldsOf(each.body);
        const sample = sampleRequest(each);
        for (const [at, value] of values)
          sample.body = withValue(sample.body, fields[at % fields.length]!, value);
        expect(await ask(each, sample)).toBeLessThan(500);
      }),
      { numRuns: 300, seed: 20_261_127 },
    );
  });
});

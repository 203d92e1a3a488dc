import { setTimeout as sleep } from 'node:timers/promises';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import {
  type Client,
  createCompany,
  createDatabase,
  putTargets,
  startServer,
  type TestServer,
  wonDeal,
} from './harness';

let server: TestServer;
let other: TestServer;
let people: Awaited<ReturnType<typeof createCompany>>;
let address: string;

beforeAll(async () => {
  server = await startServer(await createDatabase());
  people = await createCompany(server);
  other = await startServer(server.url);
  address = await other.app.listen({ port: 0, host: '127.0.0.1' });
});
afterAll(async () => {
  await other.stop();
  await server.stop();
});

/**
 * Opens an event stream of another server over the same database; returns what has been heard so
 * far.
 */
async function listen(
  client: Client | null,
  path = '/events',
): Promise<{ heard: string[]; isOpen(): boolean; close(): void }> {
  const abort = new AbortController();
  const answer = await fetch(`${address}/api/v1${path}`, {
    headers: client ? { cookie: client.cookie } : {},
    signal: abort.signal,
  });
  const heard: string[] = [];
  let isOpen = answer.ok;
  void (async () => {
    for await (const chunk of answer.body!.pipeThrough(
      new TextDecoderStream(),
    ) as unknown as AsyncIterable<string>) {
      for (const line of chunk.split('\n'))
        if (line.startsWith('data: ')) heard.push(JSON.parse(line.slice(6)).topic);
    }
  })()
    .catch(() => undefined)
    .finally(() => (isOpen = false));
  return { heard, isOpen: () => isOpen, close: () => abort.abort() };
}

describe('live events', () => {
  it('reach whoever may see the change, on any server, within a second, and nobody else', async () => {
    const streams = await Promise.all(
      [people.manager, people.salesperson, people.north, people.admin].map((client) =>
        listen(client),
      ),
    );
    const [manager, salesperson, north, admin] = streams as [
      (typeof streams)[0],
      (typeof streams)[0],
      (typeof streams)[0],
      (typeof streams)[0],
    ];
    await people.manager.send('POST', '/deals', wonDeal({ salesperson: 'tbrandt' }));
    await expect
      .poll(() => [manager.heard, admin.heard], { timeout: 1_000, interval: 10 })
      .toEqual([['deals'], ['deals']]);
    await putTargets(people.manager, [
      { unit: 'ivarga', period: 'FY2027-P08', measure: 'revenue', target: '5' },
    ]);
    await expect
      .poll(() => salesperson.heard, { timeout: 1_000, interval: 10 })
      .toEqual(['targets']);
    // What comes after has been heard; so what came before would have been.
    await people.north.send('POST', '/deals', wonDeal({ salesperson: 'nkassem' }));
    await expect.poll(() => north.heard, { timeout: 1_000, interval: 10 }).toEqual(['deals']);
    await sleep(50);
    expect(salesperson.heard).toEqual(['targets']);
    expect(manager.heard).toEqual(['deals', 'targets']);
    streams.forEach((stream) => stream.close());
  });

  it('of a board are those of its units, without a session', async () => {
    const make = async (name: string, unit: string) =>
      (
        await people.admin.send('POST', '/boards', {
          name,
          settings: { units: [unit], measure: 'revenue', seconds: 20 },
        })
      ).json().secret as string;
    const [hall, north] = [await make('Hall', 'salt'), await make('North', 'north')];
    const [atHall, atNorth] = [
      await listen(null, `/public/boards/${hall}/events`),
      await listen(null, `/public/boards/${north}/events`),
    ];
    await people.manager.send('POST', '/deals', wonDeal({ salesperson: 'tbrandt' }));
    await expect.poll(() => atHall.heard, { timeout: 1_000, interval: 10 }).toEqual(['deals']);
    await sleep(50);
    expect(atNorth.heard).toEqual([]);
    for (const stream of [atHall, atNorth]) stream.close();
  });

  it('leave no other server with figures from before: what it keeps is of the same moment', async () => {
    const read = async () =>
      (
        (await (
          await fetch(`${address}/api/v1/attainment?unit=salt&period=FY2027-P08`, {
            headers: { cookie: people.manager.cookie },
          })
        ).json()) as { figures: { actual: number } }
      ).figures.actual;
    const stream = await listen(people.manager);
    const before = await read();
    expect(await read()).toBe(before);
    await people.manager.send(
      'POST',
      '/deals',
      wonDeal({ salesperson: 'tbrandt', amount: '12.00' }),
    );
    await expect.poll(() => stream.heard, { timeout: 1_000, interval: 10 }).toEqual(['deals']);
    expect(await read()).toBe(before + 1_200);
    stream.close();
  });

  it('are cut where nothing is heard of changes: silence would say that nothing has changed', async () => {
    const [page, board] = [
      await listen(people.manager),
      await listen(
        null,
        `/public/boards/${(await people.admin.send('POST', '/boards', { name: 'Cut', settings: { units: ['salt'], measure: 'revenue', seconds: 20 } })).json().secret}/events`,
      ),
    ];
    expect([page.isOpen(), board.isOpen()]).toEqual([true, true]);
    await server.pool.query(
      "select pg_terminate_backend(pid) from pg_stat_activity where datname = current_database() and query like 'listen %'",
    );
    await expect
      .poll(() => [page.isOpen(), board.isOpen()], { timeout: 2_000, interval: 10 })
      .toEqual([false, false]);
    // Whoever comes back is let in once changes are heard again, and hears them.
    const again = async () => {
      const stream = await listen(people.manager);
      if (!stream.isOpen()) return null;
      return stream;
    };
    let back: Awaited<ReturnType<typeof again>> = null;
    await expect
      .poll(async () => (back ??= await again()) !== null, { timeout: 5_000, interval: 50 })
      .toBe(true);
    await people.manager.send('POST', '/deals', wonDeal({ salesperson: 'tbrandt' }));
    await expect
      .poll(() => back!.heard.includes('deals'), { timeout: 1_000, interval: 10 })
      .toBe(true);
    back!.close();
  });

  it('need a session', async () =>
    expect((await fetch(`${address}/api/v1/events`)).status).toBe(401));
});

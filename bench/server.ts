import { Readable } from 'node:stream';
import { fileURLToPath } from 'node:url';
import { parseDay } from '#core/period/day';
import { buildApp } from '#server/app';
import type { Context } from '#server/context';
import { migrateDatabase, openConnections } from '#server/db/client';
import { endOf } from '#server/ledger/clock';
import { foldEntries } from '#server/ledger/fold';
import { Replica } from '#server/ledger/replica';
import { LOCAL_SETTINGS } from '#server/settings';
import { type Cluster, ensureDatabase } from '../scripts/cluster';
import { TODAY } from './company';

export const PASSWORD = 'bench bench bench';
export const EMAIL = 'b@example.com';

/** A whole server over a database of its own, with the units of the measurement. */
export async function startServer(cluster: Cluster, name: string, unitsCsv: string) {
  await ensureDatabase(cluster, name);
  const url = cluster.url(name);
  const { db, pool, writers, jobs, end } = openConnections(url);
  await migrateDatabase(jobs);
  const replica = new Replica({ db, jobs, url, now: () => endOf(parseDay(TODAY)!) });
  await replica.start();
  const context: Context = {
    db,
    pool,
    writers,
    jobs,
    replica,
    settings: LOCAL_SETTINGS,
    origin: 'http://localhost',
  };
  const app = await buildApp({
    context,
    version: 'bench',
    webRoot: fileURLToPath(new URL('../dist/web', import.meta.url)),
  });
  const elapsed: number[] = [];
  app.addHook('onResponse', async (request, reply) => {
    if (request.method === 'GET') elapsed.push(reply.elapsedTime);
  });
  const address = await app.listen({ port: 0, host: '127.0.0.1' });
  const first = await fetch(`${address}/api/v1/first-run`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({
      company: 'Bench',
      currency: 'EUR',
      timeZone: 'UTC',
      calendar: { kind: 'month', firstMonth: 4, yearLabel: 'ends' },
      weekdays: [1, 2, 3, 4, 5],
      administrator: { name: 'B', email: EMAIL, password: PASSWORD },
      branches: [],
      unitsCsv,
    }),
  });
  const cookie = first.headers.get('set-cookie')!.split(';')[0]!;
  const { csrf } = (await first.json()) as { csrf: string };
  const { token } = {
    token: (
      (await (
        await fetch(`${address}/api/v1/tokens`, {
          method: 'POST',
          headers: { cookie, 'x-csrf': csrf, 'content-type': 'application/json' },
          body: '{"name":"bench"}',
        })
      ).json()) as { secret: string }
    ).secret,
  };
  const headers = { authorization: `Bearer ${token}` };
  const folding = setInterval(() => void foldEntries(db).catch(() => 0), 400);
  const upload = async (kind: string, body: Readable | string) => {
    const answer = await fetch(`${address}/api/v1/imports/${kind}`, {
      method: 'POST',
      headers: { ...headers, 'content-type': 'text/csv' },
      body: (typeof body === 'string' ? body : Readable.toWeb(body)) as BodyInit,
      duplex: 'half',
    } as RequestInit);
    const report = (await answer.json()) as {
      written: boolean;
      created: number;
      changed: number;
      plans?: { id: number }[];
    };
    if (!report.written)
      throw new Error(`The import was refused: ${JSON.stringify(report).slice(0, 500)}`);
    return report;
  };
  const publishTargets = async (csv: string) => {
    for (const { id } of (await upload('targets', csv)).plans ?? []) {
      await fetch(`${address}/api/v1/plans/${id}/publish`, {
        method: 'POST',
        headers: { ...headers, 'content-type': 'application/json' },
        body: '{"note":"bench"}',
      });
    }
  };
  return {
    context,
    pool,
    db,
    replica,
    address,
    headers,
    upload,
    /** Milliseconds the server spent on each GET since it was last emptied. */
    elapsed,
    publishTargets,
    stop: async () => {
      clearInterval(folding);
      await app.close();
      await replica.stop();
      await end();
    },
  };
}

export type BenchServer = Awaited<ReturnType<typeof startServer>>;

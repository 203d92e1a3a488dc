import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Day } from '#core/period/day';
import { pruneSignIns } from './access/index';
import { startAlerts } from './alerts/index';
import { buildApp } from './app';
import { startContests } from './contests/index';
import type { Context } from './context';
import { migrateDatabase, openConnections, openPool } from './db/client';
import { sealSecrets } from './feed/index';
import { recordImported } from './imports/index';
import { endOf, openClock } from './ledger/clock';
import { foldEntries, pruneEntries } from './ledger/fold';
import { Replica } from './ledger/replica';
import { startMailer } from './mail/index';
import { startReports } from './reports/index';
import { ROOT } from './root';
import { LOCAL_SETTINGS, type Settings } from './settings';
import { startWebhooks } from './webhooks/index';

export interface ServeOptions {
  url: string;
  /** As whom the schema is brought up to date; left out: as who serves. */
  ownerUrl?: string | undefined;
  port: number;
  host?: string;
  /** A fixed business date, for demonstrations. */
  today?: Day | null;
  settings?: Settings;
  /** Called when the database is ready and before anybody is served. */
  prepare?(context: Context, today: Day): Promise<void>;
}

const FOLD_EVERY_MS = 400;
const PRUNE_EVERY_MS = 600_000;
/** Less than most let a program before they kill it. */
const STOP_WITHIN_MS = 20_000;
const LOOK_AT_CLOCK_EVERY_MS = 10_000;

export interface Serving {
  isDemo: boolean;
  stop(): Promise<void>;
}

/** Starts a whole server over a database. */
export async function serve({
  url,
  ownerUrl,
  port,
  host = '127.0.0.1',
  today = null,
  settings = LOCAL_SETTINGS,
  prepare,
}: ServeOptions): Promise<Serving> {
  const connections = openConnections(url);
  const { db, pool, writers, jobs } = connections;
  await migrate(ownerUrl ?? url);
  const replica = new Replica({
    db,
    jobs,
    url,
    abandon: connections.abandon,
    now: today === null ? openClock() : () => endOf(today),
    onTrouble: tellTrouble,
  });
  await replica.start();
  const origin = settings.publicUrl?.origin ?? `http://localhost:${port}`;
  const context = { db, pool, writers, jobs, replica, settings, origin };
  await prepare?.(context, replica.asOf);
  await sealSecrets(context);
  const { version } = JSON.parse(readFileSync(join(ROOT, 'package.json'), 'utf8')) as {
    version: string;
  };
  const app = await buildApp({ context, version, webRoot: join(ROOT, 'dist/web'), logger: true });
  await app.listen({ port, host });
  const stopChores = startChores(context);
  const stopMailer = startMailer(context);
  const stopAlerts = startAlerts(context);
  const stopReports = startReports(context);
  const stopWebhooks = startWebhooks(context);
  const stopContests = startContests(context);
  return {
    isDemo: replica.company?.isDemo ?? false,
    stop: async () => {
      stopChores();
      stopMailer();
      stopAlerts();
      stopReports();
      stopWebhooks();
      stopContests();
      // Streams have no end of their own; what is under way is answered, for as long as whoever
      // stops us waits.
      replica.letGo();
      const late = setTimeout(() => app.server.closeAllConnections(), STOP_WITHIN_MS);
      await app.close();
      clearTimeout(late);
      await replica.stop();
      await connections.end();
    },
  };
}

async function migrate(url: string): Promise<void> {
  const pool = openPool(url, 1);
  try {
    await migrateDatabase(pool);
  } finally {
    await pool.end();
  }
}

function tellTrouble(error: unknown): void {
  process.stderr.write(
    `The copy of the figures: ${error instanceof Error ? error.message : String(error)}\n`,
  );
}

/**
 * Folding and recording a few times a second, pruning now and then, and the change of the business
 * date. A database that is away is tried again.
 */
function startChores({ replica, db }: Context): () => void {
  let { moment } = replica;
  let isFolding = false;
  const fold = setInterval(async () => {
    if (isFolding || !replica.connected) return;
    isFolding = true;
    await foldEntries(db).catch(() => 0);
    await recordImported(db).catch(() => false);
    isFolding = false;
  }, FOLD_EVERY_MS);
  const prune = setInterval(() => {
    void pruneEntries(db).catch(() => undefined);
    void pruneSignIns(db).catch(() => undefined);
    void db
      .execute(
        `delete from feed_delivery where outcome <> 'refused' and at < now() - interval '180 days'`,
      )
      .catch(() => undefined);
    void db
      .execute(`delete from answered_request where at < now() - interval '7 days'`)
      .catch(() => undefined);
    void db
      .execute(
        `delete from outgoing_mail where state = 'sent' and sent_at < now() - interval '90 days'`,
      )
      .catch(() => undefined);
  }, PRUNE_EVERY_MS);
  const clock = setInterval(() => {
    if (replica.moment === moment) return;
    moment = replica.moment;
    replica.announceAll();
  }, LOOK_AT_CLOCK_EVERY_MS);
  return () => [fold, prune, clock].forEach(clearInterval);
}

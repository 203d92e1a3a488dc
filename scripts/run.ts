import { randomBytes } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { type Day, parseDay, toIsoDay } from '#core/period/day';
import { loadDemo } from '#demo/load';
import { DEMO_FEED, DEMO_PASSWORD, DEMO_USERS, DEMO_WEBHOOK } from '#demo/people';
import type { Context } from '#server/context';
import { findSource } from '#server/feed/index';
import { serve } from '#server/serve';
import { readSettings } from '#server/settings';
import { pointDemoWebhook } from '#server/webhooks/index';
import { serveMailServer } from '#standins/mailServer/index';
import { serveOrderSystem } from '#standins/orderSystem/index';
import { serveWebhookReceiver } from '#standins/webhookReceiver/index';
import { type Cluster, ensureDatabase, findDataDirectory, startCluster } from './cluster';
import { parseOptions, type StartOptions } from './options';

const WATCH_EVERY_MS = 2_000;

/**
 * What `npm start` runs once everything is installed and built: database, migrations, demo, server.
 */
async function main(): Promise<void> {
  const options = parseOptions(process.argv.slice(2));
  const directory = findDataDirectory();
  // Set to nothing is as good as not set.
  const givenUrl = process.env['DATABASE_URL'] || null;
  const isOwn = givenUrl === null;
  let cluster: Cluster | null = null;
  if (isOwn) {
    mkdirSync(directory, { recursive: true });
    cluster = await startCluster(directory);
    await ensureDatabase(cluster, 'iron_ladder');
  }
  const today = options.today ? parseDay(options.today) : null;
  const mail = process.env['IRON_LADDER_SMTP_URL'] ? null : await startMailServer(options);
  const prepared: { context: Context | null } = { context: null };
  const { stop, isDemo } = await serve({
    url: givenUrl ?? cluster!.url('iron_ladder', 'server'),
    ownerUrl: givenUrl
      ? process.env['DATABASE_OWNER_URL'] || undefined
      : cluster!.url('iron_ladder', 'owner'),
    port: options.port,
    today,
    settings: readSettings({
      ...(mail ? mail.settings : {}),
      ...process.env,
      ...(isOwn
        ? {
            IRON_LADDER_SECRET_KEY:
              process.env['IRON_LADDER_SECRET_KEY'] || loadSecretKey(directory),
          }
        : {}),
    }),
    prepare: async (context, day: Day) => {
      prepared.context = context;
      if (context.replica.company || options.empty) return;
      process.stdout.write('Loading the demo company …\n');
      await loadDemo(context, day);
    },
  }).catch(async (error: unknown) => {
    await mail?.stop();
    await cluster?.stop();
    throw error;
  });
  const orderSystem =
    isDemo && prepared.context ? await startOrderSystem(prepared.context, options) : null;
  const receiver =
    isDemo && prepared.context ? await startWebhookReceiver(prepared.context, options) : null;
  const watch = isOwn ? setInterval(() => void keepRunning(directory), WATCH_EVERY_MS) : null;
  printWelcome(options, isDemo, {
    orderSystem: orderSystem !== null,
    mailServer: mail !== null,
    receiver: receiver !== null,
  });

  let isStopping = false;
  const quit = async () => {
    if (isStopping) return;
    isStopping = true;
    if (watch) clearInterval(watch);
    process.stdout.write('\nStopping …\n');
    await orderSystem?.stop();
    await receiver?.stop();
    await stop();
    await mail?.stop();
    await cluster?.stop();
    process.exit(0);
  };
  for (const signal of ['SIGTERM', 'SIGINT', 'SIGHUP'] as const)
    process.on(signal, () => void quit());
}

/**
 * The key that seals secrets in the database, beside it and not in it; made when it is first asked
 * for.
 */
function loadSecretKey(directory: string): string {
  const file = join(directory, 'secret-key');
  if (!existsSync(file)) writeFileSync(file, randomBytes(32).toString('hex'), { mode: 0o600 });
  return readFileSync(file, 'utf8').trim();
}

/** The stand-in order system on the next port; without it where that is taken. */
async function startOrderSystem(context: Context, { port, areOrdersPaused }: StartOptions) {
  const source = await findSource(context, DEMO_FEED);
  if (!source) return null;
  return serveOrderSystem({
    port: port + 1,
    url: `http://127.0.0.1:${port}/api/v1/feed/${DEMO_FEED}`,
    secret: source.secrets[0]!,
    today: () => toIsoDay(context.replica.asOf),
    isSending: !areOrdersPaused,
  }).catch(() => null);
}

/** The stand-in that takes webhooks, after the page of the mail server. */
async function startWebhookReceiver(context: Context, { port }: StartOptions) {
  const at = port + 3;
  const secret = await pointDemoWebhook(context, DEMO_WEBHOOK, `http://127.0.0.1:${at}/events`);
  return secret && serveWebhookReceiver({ port: at, secret }).catch(() => null);
}

/** The stand-in mail server, its page after the order system's; without it where that is taken. */
async function startMailServer({ port }: StartOptions) {
  const served = await serveMailServer({ smtpPort: 0, pagePort: port + 2 }).catch(() => null);
  return (
    served && {
      ...served,
      settings: {
        IRON_LADDER_SMTP_URL: `smtp://127.0.0.1:${served.smtpPort}`,
        IRON_LADDER_MAIL_FROM: 'Iron Ladder <iron-ladder@localhost>',
      },
    }
  );
}

let isRestarting = false;

/** A database that was killed is started again; the server finds it by itself. */
async function keepRunning(directory: string): Promise<void> {
  if (isRestarting) return;
  isRestarting = true;
  await startCluster(directory, { keepPort: true }).catch(() => undefined);
  isRestarting = false;
}

function printWelcome(
  { port, areOrdersPaused }: StartOptions,
  isDemo: boolean,
  has: { orderSystem: boolean; mailServer: boolean; receiver: boolean },
): void {
  const lines = [`\nIron Ladder is at  http://localhost:${port}\n`];
  if (isDemo) {
    lines.push(
      'Demo sign-ins (only a demo database has them), all with the password  ' + DEMO_PASSWORD,
    );
    for (const user of DEMO_USERS) lines.push(`  ${user.email.padEnd(32)} ${user.what}`);
  }
  if (has.orderSystem)
    lines.push(
      `\nThe stand-in order system, which ${areOrdersPaused ? 'waits for its button' : 'sends deals by itself'}, is at  http://localhost:${port + 1}`,
    );
  if (has.mailServer)
    lines.push(
      `\nNo mail server is set (IRON_LADDER_SMTP_URL): a stand-in shows what was sent at  http://localhost:${port + 2}`,
    );
  if (has.receiver)
    lines.push(
      `\nA stand-in that takes webhooks shows what it was told at  http://localhost:${port + 3}`,
    );
  lines.push('\nStop with Ctrl-C. Everything is kept for the next start.\n');
  process.stdout.write(lines.join('\n'));
}

main().catch((error: unknown) => {
  process.stderr.write(
    `Iron Ladder could not start: ${error instanceof Error ? error.message : String(error)}\n`,
  );
  process.exit(1);
});

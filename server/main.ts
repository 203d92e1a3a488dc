import { parseDay } from '#core/period/day';
import { serve } from './serve';
import { readSettings } from './settings';

/**
 * A server over a given database, configured by the environment; `npm start` brings a database of
 * its own (scripts/run.ts).
 */
async function main(): Promise<void> {
  const { DATABASE_URL, DATABASE_OWNER_URL, IRON_LADDER_TODAY, PORT, HOST } = process.env;
  if (!DATABASE_URL)
    throw new Error('DATABASE_URL is not set. Run "npm start", which brings its own database.');
  const today = IRON_LADDER_TODAY ? parseDay(IRON_LADDER_TODAY) : null;
  if (IRON_LADDER_TODAY && today === null)
    throw new Error(
      `IRON_LADDER_TODAY "${IRON_LADDER_TODAY}" is not a date; write for example 2026-11-18.`,
    );
  const { stop } = await serve({
    url: DATABASE_URL,
    ownerUrl: DATABASE_OWNER_URL || undefined,
    port: Number(PORT ?? 4400),
    host: HOST,
    today,
    settings: readSettings(process.env),
  });
  process.stdout.write(`Iron Ladder listens on port ${PORT ?? 4400}\n`);
  for (const signal of ['SIGTERM', 'SIGINT'] as const)
    process.once(signal, () => void stop().then(() => process.exit(0)));
}

main().catch((error: unknown) => {
  process.stderr.write(
    `Iron Ladder could not start: ${error instanceof Error ? error.message : String(error)}\n`,
  );
  process.exit(1);
});

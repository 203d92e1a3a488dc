import { openDatabase, openPool } from '#server/db/client';
import { findOversized } from '#server/ledger/oversized';
import { findTotalDifferences, rebuildTotals } from '#server/ledger/recompute';
import { findDataDirectory, startCluster } from './cluster';

const SHOWN = 100;

/**
 * `npm run totals`: recomputes the daily totals from the deals and reports every difference, and
 * every deal beyond the limits; `-- --repair` puts totals right.
 */
async function main(): Promise<void> {
  const cluster = process.env['DATABASE_URL'] ? null : await startCluster(findDataDirectory());
  const pool = openPool(process.env['DATABASE_URL'] ?? cluster!.url('iron_ladder', 'owner'), 2);
  const db = openDatabase(pool);
  const oversized = await findOversized(db, { limit: SHOWN });
  for (const each of oversized)
    process.stdout.write(
      `Deal ${each.deal} of ${each.salesperson}: ${each.field} ${each.value} is more than is taken. Correct or void it.\n`,
    );
  const differences = await findTotalDifferences(db);
  for (const each of differences)
    process.stdout.write(
      `${each.salesperson}  ${each.part}  ${each.day}: ledger ${each.ledger}, deals ${each.deals}\n`,
    );
  process.stdout.write(
    differences.length === 0
      ? 'The totals are what the deals add up to.\n'
      : `${differences.length} totals differ.\n`,
  );
  if (differences.length > 0 && process.argv.includes('--repair')) {
    await rebuildTotals(db);
    process.stdout.write('Repaired.\n');
  }
  await pool.end();
  process.exit(
    oversized.length === 0 && (differences.length === 0 || process.argv.includes('--repair'))
      ? 0
      : 1,
  );
}

main().catch((error: unknown) => {
  process.stderr.write(`${error instanceof Error ? error.message : String(error)}\n`);
  process.exit(1);
});

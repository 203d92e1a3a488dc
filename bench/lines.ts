import { createReadStream, mkdtempSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { recordImported } from '#server/imports/index';
import { findTotalDifferences } from '#server/ledger/recompute';
import { startCluster } from '../scripts/cluster';
import { buildUnitsCsv, SIZE, writeDealsCsv, writeLinesCsv } from './company';
import { time } from './measure';
import { importByHand, importLinesByHand } from './reference';
import { report } from './report';
import { startServer } from './server';

const say = (text: string) => process.stdout.write(`${text}\n`);
const seconds = (ms: number) => `${(ms / 1_000).toFixed(1)} s`;

/** The first import of deals with their lines, beside the SQL somebody would write for it by hand. */
async function main(): Promise<void> {
  const directory = mkdtempSync('/tmp/iron-ladder-bench-');
  const clusterDirectory = mkdtempSync('/tmp/iron-ladder-bench-cluster-');
  const [deals, lines] = [join(directory, 'deals.csv'), join(directory, 'lines.csv')];
  await writeDealsCsv(deals, false);
  const count = await writeLinesCsv(lines);
  const cluster = await startCluster(clusterDirectory);
  try {
    const reference = await startServer(cluster, 'reference', buildUnitsCsv());
    const client = await reference.pool.connect();
    await client.query('set statement_timeout = 0');
    await reference.pool.query('checkpoint');
    const [dealsByHand, linesByHand] = [
      await time(() => importByHand(client, deals, 1)),
      await time(() => importLinesByHand(client, lines, 1)),
    ];
    client.release();
    await reference.stop();
    const ours = await startServer(cluster, 'ours', buildUnitsCsv());
    await ours.pool.query('checkpoint');
    const importedDeals = await time(() => ours.upload('deals', createReadStream(deals)));
    const importedLines = await time(() => ours.upload('deal_lines', createReadStream(lines)));
    const recording = await time(async () => {
      while (await recordImported(ours.db));
    });
    if ((await findTotalDifferences(ours.db)).length > 0)
      throw new Error('The totals are wrong after the imports.');
    const again = await time(() => ours.upload('deal_lines', createReadStream(lines)));
    say(
      `${SIZE.deals.toLocaleString('en-GB')} deals and ${count.toLocaleString('en-GB')} lines: by hand ${seconds(dealsByHand)} and ${seconds(linesByHand)}, ours with every check ${seconds(importedDeals)} and ${seconds(importedLines)} (audit rows written afterwards in ${seconds(recording)}), the lines again ${seconds(again)}`,
    );
    const byHand = dealsByHand + linesByHand;
    report(
      'lines',
      [
        [
          'first import of deals with their lines, times the hand-written SQL',
          (importedDeals + importedLines) / byHand,
          1.5,
          'max',
        ],
      ],
      { deals: SIZE.deals, lines: count },
    );
    await ours.stop();
  } finally {
    await cluster.stop();
    for (const each of [directory, clusterDirectory])
      rmSync(each, { recursive: true, force: true });
  }
}

main().catch((error: unknown) => {
  process.stderr.write(`${error instanceof Error ? error.stack : String(error)}\n`);
  process.exit(1);
});

import { createReadStream, mkdtempSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { startCluster } from '../scripts/cluster';
import { buildTargetsCsv, buildUnitsCsv, SIZE, writeDealsCsv } from './company';
import { type Ratio, report } from './report';
import { type BenchServer, startServer } from './server';

/** Runs a measurement on a server with the company's deals and published targets, and reports it. */
export async function measureOnBooks(
  name: string,
  measure: (server: BenchServer) => Promise<readonly Ratio[]>,
): Promise<void> {
  const directory = mkdtempSync('/tmp/iron-ladder-bench-');
  const clusterDirectory = mkdtempSync('/tmp/iron-ladder-bench-cluster-');
  try {
    const deals = join(directory, 'deals.csv');
    process.stdout.write(`Writing ${SIZE.deals.toLocaleString('en-GB')} deals …\n`);
    await writeDealsCsv(deals, false);
    const cluster = await startCluster(clusterDirectory);
    try {
      const server = await startServer(cluster, name, buildUnitsCsv());
      await server.upload('deals', createReadStream(deals));
      await server.publishTargets(buildTargetsCsv());
      await server.pool.query('vacuum analyze');
      report(name, await measure(server), { seed: 'bench-deals', deals: SIZE.deals });
      await server.stop();
    } finally {
      await cluster.stop();
    }
  } catch (error) {
    process.stderr.write(`${error instanceof Error ? error.stack : String(error)}\n`);
    process.exitCode = 1;
  } finally {
    for (const each of [directory, clusterDirectory])
      rmSync(each, { recursive: true, force: true });
  }
}

import type pg from 'pg';
import type { ImportReport } from '#contract/schemas/import';
import { inTransaction } from '../db/client';
import type { ImportCall } from './call';

/**
 * Reads and writes a file of deals in one transaction, kept where it was written. A file of
 * millions is joined and added up whole; in the usual few megabytes that would go through the disk.
 */
export async function inImport(
  { context }: ImportCall,
  work: (client: pg.PoolClient) => Promise<ImportReport>,
): Promise<ImportReport> {
  const report = await inTransaction(
    context.jobs,
    async (client) => {
      await client.query(`set local work_mem = '128MB'`);
      return work(client);
    },
    ({ written }) => written,
  );
  if (report.written) await context.replica.afterWrite({ all: true });
  return report;
}

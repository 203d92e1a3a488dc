import { sql } from 'drizzle-orm';
import type { ImportReport } from '#contract/schemas/import';
import { LOCKS } from '../db/locks';
import {
  type ActivityFacts,
  checkActivity,
  keyOf,
  loadActivities,
  writeActivities,
} from '../measures/index';
import type { ImportCall } from './call';
import { collectRows } from './collectRows';
import type { CsvRecord } from './csv';

export const ACTIVITY_COLUMNS = {
  known: ['unit', 'on', 'measure', 'value'],
  required: ['unit', 'on', 'measure', 'value'],
};

/**
 * Imports `activities.csv`: all rows or none; an empty value takes one away; the same file again
 * changes nothing.
 */
export async function importActivities(
  call: ImportCall,
  source: AsyncIterable<CsvRecord[]>,
): Promise<ImportReport> {
  const { scope, principal } = call;
  const { heading, tally, rows } = await collectRows<ActivityFacts>(
    source,
    { ...ACTIVITY_COLUMNS, corrections: call.corrections },
    {
      check: (valueAt) =>
        checkActivity(
          { scope, principal },
          {
            unit: valueAt('unit'),
            on: valueAt('on'),
            measure: valueAt('measure'),
            value: valueAt('value'),
          },
          'typed',
        ),
      keyOf,
      field: 'unit',
    },
  );
  return saveTyped(call, 'activities', { heading, tally, rows });
}

/**
 * Compares typed-in values of a file with what is stored, and writes those that differ unless the
 * file is only checked.
 */
export async function saveTyped(
  call: ImportCall,
  kind: 'activities' | 'history',
  { heading, tally, rows }: Awaited<ReturnType<typeof collectRows<ActivityFacts>>>,
): Promise<ImportReport> {
  const { context, principal, fileName, reason } = call;
  const report = await context.db.transaction(async (tx) => {
    await tx.execute(sql`select pg_advisory_xact_lock(${LOCKS.activities})`);
    const facts = [...rows.values()];
    const stored = await loadActivities(tx, facts);
    const differing = facts.filter((each) => each.value !== (stored.get(keyOf(each)) ?? null));
    const created = differing.filter((each) => (stored.get(keyOf(each)) ?? null) === null).length;
    const written = !call.isCheck && (tally.refused === 0 || call.isPartial === true);
    if (written) await writeActivities(tx, differing, principal.userId, stored, reason ?? fileName);
    return tally.toReport(kind, heading, {
      created,
      changed: differing.length - created,
      unchanged: facts.length - differing.length,
      written,
    });
  });
  if (report.written) await context.replica.afterWrite();
  return report;
}

import type { Readable } from 'node:stream';
import { sql } from 'drizzle-orm';
import type { ImportReport } from '#contract/schemas/import';
import { LOCKS } from '../db/locks';
import { checkActivity, keyOf, loadActivities, writeActivities, type ActivityFacts } from '../measures/index';
import type { ImportCall } from './call';
import { readCsv } from './csv';
import { checkWidth, fieldReader, ImportTally } from './report';

export const ACTIVITY_COLUMNS = { known: ['unit', 'on', 'measure', 'value'], required: ['unit', 'on', 'measure', 'value'] };

/** Imports `activities.csv`: all rows or none; an empty value takes one away; the same file again changes nothing. */
export async function importActivities(call: ImportCall, body: Readable): Promise<ImportReport> {
  const { context, scope, principal, fileName, reason } = call;
  const tally = new ImportTally();
  const lines = new Map<string, ActivityFacts & { line: number }>();
  const heading = await readCsv(body, ACTIVITY_COLUMNS, (head, records) => {
    for (const { line, fields } of records) {
      tally.read++;
      const valueAt = fieldReader(head, fields);
      const width = checkWidth(head, fields);
      const checked = width ? { ok: false as const, faults: [width] } : checkActivity(context, scope, { unit: valueAt('unit'), on: valueAt('on'), measure: valueAt('measure'), value: valueAt('value') });
      if (!checked.ok) {
        tally.refuse(line, checked.faults, width ? () => fields.join(',') : valueAt);
        continue;
      }
      const first = lines.get(keyOf(checked.facts));
      if (first) tally.refuse(line, [{ field: 'unit', code: 'duplicate', params: { line: first.line } }], valueAt);
      else lines.set(keyOf(checked.facts), { ...checked.facts, line });
    }
  });
  const report = await context.db.transaction(async (tx) => {
    await tx.execute(sql`select pg_advisory_xact_lock(${LOCKS.activities})`);
    const facts = [...lines.values()];
    const stored = await loadActivities(tx, facts);
    const differing = facts.filter((each) => each.value !== (stored.get(keyOf(each)) ?? null));
    const created = differing.filter((each) => (stored.get(keyOf(each)) ?? null) === null).length;
    const written = !call.isCheck && (tally.refused === 0 || call.isPartial === true);
    if (written) await writeActivities(tx, differing, principal.userId, stored, reason ?? fileName);
    return tally.toReport('activities', heading, { created, changed: differing.length - created, same: facts.length - differing.length, written });
  });
  if (report.written) await context.replica.catchUp();
  return report;
}

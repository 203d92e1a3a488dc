import { sql } from 'drizzle-orm';
import type { FieldFault } from '#contract/errors/catalogue';
import type { ImportReport } from '#contract/schemas/import';
import { toIsoDay } from '#core/period/day';
import { LOCKS } from '../db/locks';
import {
  type ActivityFacts,
  checkActivity,
  findDoubleTotal,
  keyOf,
  loadActivities,
  writeActivities,
} from '../measures/index';
import type { ImportCall } from './call';
import { collectRows } from './collectRows';
import type { CsvRecord } from './csv';

export const HISTORY_COLUMNS = {
  known: ['unit', 'period', 'measure', 'value'],
  required: ['unit', 'period', 'measure', 'value'],
};

/**
 * Imports `history.csv`, totals of months from before the first deals: all rows or none; an empty
 * value takes one away; the same file again changes nothing.
 */
export async function importHistory(
  call: ImportCall,
  source: AsyncIterable<CsvRecord[]>,
): Promise<ImportReport> {
  const { context, scope, principal, fileName, reason } = call;
  const { dataset } = scope;
  const { heading, tally, rows } = await collectRows<ActivityFacts>(source, HISTORY_COLUMNS, {
    check: (valueAt) => {
      const month = dataset.calendar.parse(valueAt('period'));
      if (month?.kind !== 'month')
        return { ok: false, faults: [{ field: 'period', code: 'notAMonth' }] };
      const checked = checkActivity(
        { scope, principal },
        {
          unit: valueAt('unit'),
          on: toIsoDay(month.from),
          measure: valueAt('measure'),
          value: valueAt('value'),
        },
        'totals',
      );
      return checked.ok ? checked : { ok: false, faults: checked.faults.map(toColumn) };
    },
    keyOf,
    field: 'unit',
    among: (facts) => {
      const double = findDoubleTotal(dataset, facts);
      return double
        ? {
            index: double.index,
            fault: { field: 'value', code: 'totalTwice', params: { unit: double.name } },
          }
        : null;
    },
  });
  const report = await context.db.transaction(async (tx) => {
    await tx.execute(sql`select pg_advisory_xact_lock(${LOCKS.activities})`);
    const facts = [...rows.values()];
    const stored = await loadActivities(tx, facts);
    const before = (each: ActivityFacts) => stored.get(keyOf(each)) ?? null;
    const differing = facts.filter((each) => each.value !== before(each));
    const created = differing.filter((each) => before(each) === null).length;
    const written = !call.isCheck && (tally.refused === 0 || call.isPartial === true);
    if (written) await writeActivities(tx, differing, principal.userId, stored, reason ?? fileName);
    return tally.toReport('history', heading, {
      created,
      changed: differing.length - created,
      unchanged: facts.length - differing.length,
      written,
    });
  });
  if (report.written) await context.replica.afterWrite();
  return report;
}

const toColumn = (fault: FieldFault): FieldFault =>
  fault.field === 'on' ? { ...fault, field: 'period' } : fault;

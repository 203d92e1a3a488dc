import type { FieldFault } from '#contract/errors/catalogue';
import type { ImportReport } from '#contract/schemas/import';
import { toIsoDay } from '#core/period/day';
import { type ActivityFacts, checkActivity, findDoubleTotal, keyOf } from '../measures/index';
import { saveTyped } from './activities';
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
  const { scope, principal } = call;
  const { dataset } = scope;
  const collected = await collectRows<ActivityFacts>(
    source,
    { ...HISTORY_COLUMNS, corrections: call.corrections },
    {
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
    },
  );
  return saveTyped(call, 'history', collected);
}

const toColumn = (fault: FieldFault): FieldFault =>
  fault.field === 'on' ? { ...fault, field: 'period' } : fault;

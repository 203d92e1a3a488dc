import type { ImportReport } from '#contract/schemas/import';
import type { RateChange } from '#contract/schemas/rate';
import { changeRates, findRateFaults, listRates } from '../rates/index';
import type { ImportCall } from './call';
import { collectRows } from './collectRows';
import type { CsvRecord } from './csv';

export const RATE_COLUMNS = {
  known: ['currency', 'from', 'rate'],
  required: ['currency', 'from', 'rate'],
};

/**
 * Imports `rates.csv`: all rows or none; an empty rate takes one away; the same file again changes
 * nothing. Deals they cover are restated.
 */
export async function importRates(
  call: ImportCall,
  source: AsyncIterable<CsvRecord[]>,
): Promise<ImportReport> {
  const { context, principal, reason } = call;
  const { heading, tally, rows } = await collectRows(
    source,
    { ...RATE_COLUMNS, corrections: call.corrections },
    {
      check: (valueAt) => {
        const facts: RateChange = {
          currency: valueAt('currency').toUpperCase(),
          from: valueAt('from'),
          rate: valueAt('rate') || null,
        };
        const faults = findRateFaults(facts, context.replica.company!.currency);
        return faults.length > 0 ? { ok: false, faults } : { ok: true, facts };
      },
      keyOf: (change) => `${change.currency}|${change.from}`,
      field: 'currency',
    },
  );
  const stored = new Map(
    listRates(context).map((rate) => [`${rate.currency}|${rate.from}`, rate.rate]),
  );
  const differing = [...rows].filter(([key, each]) => !isSame(stored.get(key) ?? null, each.rate));
  const created = differing.filter(([key]) => !stored.has(key)).length;
  const isWriting = !call.isCheck && (tally.refused === 0 || call.isPartial === true);
  const written =
    isWriting && differing.length > 0
      ? (
          await changeRates(context, principal, {
            changes: differing.map(([, { currency, from, rate }]) => ({ currency, from, rate })),
            ...(reason ? { reason } : {}),
          })
        ).written
      : isWriting;
  return tally.toReport('rates', heading, {
    created,
    changed: differing.length - created,
    unchanged: rows.size - differing.length,
    written,
  });
}

function isSame(stored: string | null, given: string | null): boolean {
  return stored === null || given === null ? stored === given : Number(stored) === Number(given);
}

import type { Readable } from 'node:stream';
import type { ImportReport } from '#contract/schemas/import';
import type { RateChange } from '#contract/schemas/rate';
import { changeRates, findRateFaults, listRates } from '../rates/index';
import type { ImportCall } from './call';
import { readCsv } from './csv';
import { checkWidth, fieldReader, ImportTally } from './report';

export const RATE_COLUMNS = { known: ['currency', 'from', 'rate'], required: ['currency', 'from', 'rate'] };

/** Imports `rates.csv`: all rows or none; an empty rate takes one away; the same file again changes nothing. Deals they cover are restated. */
export async function importRates(call: ImportCall, body: Readable): Promise<ImportReport> {
  const { context, principal, reason } = call;
  const tally = new ImportTally();
  const lines = new Map<string, RateChange & { line: number }>();
  const heading = await readCsv(body, RATE_COLUMNS, (head, records) => {
    for (const { line, fields } of records) {
      tally.read++;
      const valueAt = fieldReader(head, fields);
      const change = { currency: valueAt('currency').toUpperCase(), from: valueAt('from'), rate: valueAt('rate') || null };
      const width = checkWidth(head, fields);
      const faults = width ? [width] : findRateFaults(change, context.replica.company!.currency);
      const first = lines.get(`${change.currency}|${change.from}`);
      if (faults.length > 0) tally.refuse(line, faults, width ? () => fields.join(',') : valueAt);
      else if (first) tally.refuse(line, [{ field: 'currency', code: 'duplicate', params: { line: first.line } }], valueAt);
      else lines.set(`${change.currency}|${change.from}`, { ...change, line });
    }
  });
  const stored = new Map(listRates(context).map((rate) => [`${rate.currency}|${rate.from}`, rate.rate]));
  const differing = [...lines].filter(([key, each]) => !isSame(stored.get(key) ?? null, each.rate));
  const created = differing.filter(([key]) => !stored.has(key)).length;
  const mayWrite = !call.isCheck && (tally.refused === 0 || call.isPartial === true);
  const written = mayWrite && differing.length > 0
    ? (await changeRates(context, principal, { changes: differing.map(([, { currency, from, rate }]) => ({ currency, from, rate })), ...(reason ? { reason } : {}) })).written : mayWrite;
  return tally.toReport('rates', heading, { created, changed: differing.length - created, same: lines.size - differing.length, written });
}

function isSame(stored: string | null, given: string | null): boolean {
  return stored === null || given === null ? stored === given : Number(stored) === Number(given);
}

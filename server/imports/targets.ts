import type { Readable } from 'node:stream';
import type { ImportReport } from '#contract/schemas/import';
import { loadStoredTargets } from './storedTargets';
import { checkTarget, targetKey, writeTargets, type TargetFacts } from '../targets/index';
import { readCsv } from './csv';
import type { ImportCall } from './call';
import { checkWidth, fieldReader, ImportTally } from './report';

export const TARGET_COLUMNS = { known: ['unit', 'period', 'measure', 'target', 'floor', 'stretch', 'note'], required: ['unit', 'period', 'measure', 'target'] };

/** Imports `targets.csv`: all rows or none; an empty target clears; the same file again changes nothing. */
export async function importTargets({ context, scope, principal, isCheck, fileName, reason }: ImportCall, body: Readable): Promise<ImportReport> {
  const { books } = scope;
  const checker = { tree: books.tree, fullTree: context.replica.company!.tree, calendar: books.calendar, currency: books.currency };
  const tally = new ImportTally();
  const facts = new Map<string, TargetFacts & { line: number }>();
  const heading = await readCsv(body, TARGET_COLUMNS, (head, records) => {
    for (const { line, fields } of records) {
      tally.read++;
      const valueAt = fieldReader(head, fields);
      const width = checkWidth(head, fields);
      if (width) {
        tally.refuse(line, [width], () => fields.join(','));
        continue;
      }
      const checked = checkTarget({ unit: valueAt('unit'), period: valueAt('period'), measure: valueAt('measure'), target: valueAt('target'), floor: valueAt('floor'), stretch: valueAt('stretch'), note: valueAt('note') }, checker);
      if (!checked.ok) {
        tally.refuse(line, checked.faults, valueAt);
        continue;
      }
      const key = targetKey(checked.facts.unit.id, checked.facts.measure, checked.facts.period.id);
      const first = facts.get(key);
      if (first) tally.refuse(line, [{ field: 'unit', code: 'duplicate', params: { line: first.line } }], valueAt);
      else facts.set(key, { ...checked.facts, line });
    }
  });

  return context.db.transaction(async (tx) => {
    const stored = await loadStoredTargets(tx);
    const differing = [...facts].filter(([key, each]) => {
      const now = stored.get(key);
      return each.target !== (now?.target ?? null) || each.floor !== (now?.floor ?? null) || each.stretch !== (now?.stretch ?? null) || each.note !== (now?.note ?? null);
    });
    const created = differing.filter(([key]) => (stored.get(key)?.target ?? null) === null).length;
    const counts = { created, changed: differing.length - created, same: facts.size - differing.length };
    const mayWrite = !isCheck && tally.refused === 0;
    if (mayWrite && differing.length > 0) {
      await writeTargets(tx, differing.map(([, each]) => each), principal.userId, { currency: books.currency, reason: reason ?? fileName });
    }
    return tally.toReport('targets', heading, { ...counts, written: mayWrite });
  }).then(async (report) => {
    if (report.written) await context.replica.catchUp();
    return report;
  });
}

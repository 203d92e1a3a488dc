import type { ImportReport } from '#contract/schemas/import';
import { unit } from '../db/tables/index';
import { writeUnits } from '../units/index';
import type { ImportCall } from './call';
import { type CsvRecord, readRecords } from './csv';
import { isSameUnit, UNIT_COLUMNS, UnitRows } from './units';

/**
 * Imports `units.csv`: all rows or none; a unit named in the file has afterwards exactly the places
 * the file gives it.
 */
export async function importUnits(
  { context, principal, isCheck, fileName, reason, corrections }: ImportCall,
  source: AsyncIterable<CsvRecord[]>,
): Promise<ImportReport> {
  const rows = new UnitRows();
  const heading = await readRecords(source, { ...UNIT_COLUMNS, corrections }, (head, records) =>
    rows.add(head, records),
  );
  const { tree } = context.replica.company!;
  const units = rows.finish(tree);
  const details = new Map(
    (
      await context.db
        .select({ code: unit.code, email: unit.email, country: unit.country })
        .from(unit)
    ).map((each) => [each.code, each]),
  );
  const differing = new Map([...units].filter(([, places]) => !isSameUnit(tree, places, details)));
  const created = [...differing.keys()].filter((code) => !tree.findByCode(code)).length;
  const isWriting = !isCheck && rows.tally.refused === 0;
  if (isWriting && differing.size > 0) {
    await context.db.transaction((tx) =>
      writeUnits(tx, differing, principal.userId, reason ?? fileName),
    );
    await context.replica.afterWrite({ company: true });
  }
  return rows.tally.toReport('units', heading, {
    created,
    changed: differing.size - created,
    unchanged: units.size - differing.size,
    written: isWriting,
  });
}

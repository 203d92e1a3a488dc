import type { FieldFault } from '#contract/errors/catalogue';
import { type CsvHeading, type CsvRecord, readRecords } from './csv';
import { checkWidth, fieldReader, ImportTally } from './report';

export interface RowRules<Facts> {
  check(
    valueAt: (column: string) => string,
  ): { ok: true; facts: Facts } | { ok: false; faults: FieldFault[] };
  /** What a row is about: two rows about the same are refused, not decided between. */
  keyOf(facts: Facts): string;
  /** The column at which a second row about the same is refused. */
  field: string;
}

/**
 * Reads and checks the rows of a small file; what is refused goes to the tally, the good ones come
 * by what they are about.
 */
export async function collectRows<Facts>(
  source: AsyncIterable<CsvRecord[]>,
  columns: Parameters<typeof readRecords>[1],
  rules: RowRules<Facts>,
): Promise<{ heading: CsvHeading; tally: ImportTally; rows: Map<string, Facts> }> {
  const tally = new ImportTally();
  const rows = new Map<string, Facts>();
  const lineOf = new Map<string, number>();
  const heading = await readRecords(source, columns, (head, records) => {
    for (const { line, fields } of records) {
      tally.read++;
      const valueAt = fieldReader(head, fields);
      const width = checkWidth(head, fields);
      const checked = width ? { ok: false as const, faults: [width] } : rules.check(valueAt);
      if (!checked.ok) {
        tally.refuse(line, checked.faults, width ? () => fields.join(',') : valueAt);
        continue;
      }
      const key = rules.keyOf(checked.facts);
      const first = lineOf.get(key);
      if (first !== undefined)
        tally.refuse(
          line,
          [{ field: rules.field, code: 'duplicate', params: { line: first } }],
          valueAt,
        );
      else {
        lineOf.set(key, line);
        rows.set(key, checked.facts);
      }
    }
  });
  return { heading, tally, rows };
}

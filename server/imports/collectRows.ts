import type { FieldFault } from '#contract/errors/catalogue';
import { hasBadCharacter } from '../input';
import { assertNoFieldErrors } from '../problem';
import { type CsvHeading, type CsvRecord, readRecords } from './csv';
import { checkWidth, fieldReader, ImportTally } from './report';

/** Rows of a small file are held together: more are refused whole. */
export const MOST_COLLECTED = 200_000;

export interface RowRules<Facts> {
  onHeading?(heading: CsvHeading): void;
  check(
    valueAt: (column: string) => string,
  ): { ok: true; facts: Facts } | { ok: false; faults: FieldFault[] };
  /**
   * The first of the good rows that cannot stand beside the others, and why; it is refused, and the
   * rest looked at again.
   */
  among?(facts: readonly Facts[]): { index: number; fault: FieldFault } | null;
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
  let isBegun = false;
  const heading = await readRecords(source, columns, (head, records) => {
    if (!isBegun) rules.onHeading?.(head);
    isBegun = true;
    for (const { line, fields } of records) {
      tally.read++;
      if (tally.read > MOST_COLLECTED)
        assertNoFieldErrors([
          { field: 'file', code: 'tooManyRows', params: { max: MOST_COLLECTED } },
        ]);
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
  const kept = new Map(rows);
  for (let found = rules.among?.([...kept.values()]); found;) {
    const [key] = [...kept.keys()].slice(found.index);
    const { fault } = found;
    tally.refuse(lineOf.get(key!)!, [fault], () => '');
    kept.delete(key!);
    found = tally.refused < MOST_CLASHES ? rules.among?.([...kept.values()]) : null;
  }
  return { heading, tally, rows: kept };
}

/** Rows that clash with each other are named one by one; beyond so many, the file is wrong. */
const MOST_CLASHES = 100;

/** Texts that hold what no text may, or more than their column takes. */
export function findLongText(
  valueAt: (column: string) => string,
  longest: Readonly<Record<string, number>>,
): FieldFault[] {
  return Object.entries(longest).flatMap(([field, max]): FieldFault[] => {
    const text = valueAt(field);
    if (hasBadCharacter(text)) return [{ field, code: 'badText' }];
    return text.length > max ? [{ field, code: 'tooLong', params: { max } }] : [];
  });
}

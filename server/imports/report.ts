import { FAULTS, type FieldFault, fillIn } from '#contract/errors/catalogue';
import type { ImportKind, ImportReport, Refusal } from '#contract/schemas/import';
import type { CsvHeading } from './csv';
import { unguardCell } from './guardCell';

const MOST_REFUSALS = 5_000;

/** Collects what an import says: nothing is lost in silence (GUARDS 38). */
export class ImportTally {
  read = 0;
  refused = 0;
  refusals: Refusal[] = [];
  valueRead = 0;
  valueRefused = 0;

  /** Refuses a row for its first fault; the others of the same row are listed too. */
  refuse(
    line: number,
    faults: readonly FieldFault[],
    valueAt: (column: string) => string,
    place?: string,
  ): void {
    this.refused++;
    for (const fault of faults) {
      if (this.refusals.length >= MOST_REFUSALS) return;
      const [reason = '', ...accepted] = fillIn(FAULTS[fault.code], fault.params).split(/(?<=\.) /);
      this.refusals.push({
        line,
        ...(place ? { cell: place } : {}),
        column: fault.field,
        value: valueAt(fault.field).slice(0, 200),
        reason,
        accepted: accepted.join(' '),
      });
    }
  }

  toReport(kind: ImportKind, heading: CsvHeading, over: Partial<ImportReport>): ImportReport {
    return {
      kind,
      read: this.read,
      created: 0,
      changed: 0,
      unchanged: 0,
      refused: this.refused,
      value: null,
      refusals: this.refusals,
      ignoredColumns: heading.ignored,
      newNames: [],
      written: false,
      ...over,
    };
  }
}

/** Reads a column of a record; empty text where the file has no such column. */
export function fieldReader(heading: CsvHeading, fields: readonly string[]) {
  return (column: string): string => {
    const at = heading.at[column];
    return at == null ? '' : unguardCell((fields[at] ?? '').trim());
  };
}

/**
 * A record that has not as many fields as the heading is refused whole: its values may stand in the
 * wrong columns.
 */
export function checkWidth(heading: CsvHeading, fields: readonly string[]): FieldFault | null {
  return fields.length === heading.width
    ? null
    : {
        field: 'row',
        code: 'fieldCount',
        params: { count: fields.length, expected: heading.width },
      };
}

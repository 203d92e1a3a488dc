import type { MeasureCode } from '../measure/measure';
import type { Period } from '../period/calendar';
import type { TargetLookup } from './lookup';
import type { TargetBook } from './targetBook';

/** A cell of a plan laid out as a table: what is set, or which cells it is the sum of. */
export type TableCell =
  | { kind: 'set'; value: number }
  /** The sum of cells of the same row, or of the same column, by index. */
  | { kind: 'sumOfColumns' | 'sumOfRows'; of: readonly number[]; value: number }
  | { kind: 'empty' };

export interface TableSource {
  lookup: TargetLookup;
  targets: TargetBook;
  /** Rows from the top of the tree down, each with the rows directly below it. */
  rows: readonly { unitId: number; children: readonly number[] }[];
  /** Columns, each with the columns that make it up. */
  columns: readonly { period: Period; parts: readonly number[] }[];
  measure: MeasureCode;
}

/**
 * Lays a plan out so that every sum can be written as a formula: a formula stands only where it
 * gives what the core gives (docs/calculations.md, 5). Shares of a longer period, and sums that a
 * move within a period divides, stay empty.
 */
export function buildTargetTable({
  lookup,
  targets,
  rows,
  columns,
  measure,
}: TableSource): TableCell[][] {
  const table: TableCell[][] = rows.map(() => []);
  const at = (row: number, column: number): TableCell =>
    (table[row]![column] ??= build(row, column));
  const valueAt = (row: number, column: number): number => {
    const cell = at(row, column);
    return cell.kind === 'empty' ? 0 : cell.value;
  };
  const build = (row: number, column: number): TableCell => {
    const { unitId, children } = rows[row]!;
    const { period, parts } = columns[column]!;
    const set = targets.get(unitId, measure, period.id);
    if (set) return { kind: 'set', value: set.target };
    const found = lookup.find(unitId, period, measure);
    if (found.value === null) return { kind: 'empty' };
    const overTime = {
      kind: 'sumOfColumns' as const,
      of: parts,
      value: parts.reduce((sum, part) => sum + valueAt(row, part), 0),
    };
    if (parts.length > 0 && overTime.value === found.value) return overTime;
    const overPeople = {
      kind: 'sumOfRows' as const,
      of: children,
      value: children.reduce((sum, child) => sum + valueAt(child, column), 0),
    };
    return found.targetSource === 'sumOfUnits' && overPeople.value === found.value
      ? overPeople
      : { kind: 'empty' };
  };
  rows.forEach((_, row) => columns.forEach((__, column) => at(row, column)));
  return table;
}

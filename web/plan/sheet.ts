import type { TargetCell, TargetGrid, TargetRow } from '#contract/schemas/target';

/** Where a period stands in the grid's answer: twelve months, four quarters, the year. */
const QUARTERS_AT = 12;
const YEAR_AT = 16;

export interface SheetColumn {
  /** Index into a row's cells. */
  at: number;
  name: string;
  kind: 'month' | 'quarter' | 'year';
}

/** What the grid shows: rows below the unit, then the unit itself; a quarter's or a year's columns. */
export interface Sheet {
  columns: SheetColumn[];
  rows: TargetRow[];
  /** Index of the unit's own row: the last. */
  ownRow: number;
  /** The column that adds up the others. */
  total: SheetColumn;
}

/** The columns for a period: its quarter for a month or quarter, else the whole year. */
export function buildSheet(grid: TargetGrid, periodId: string): Sheet {
  const monthAt = grid.periods.findIndex((period, index) => index < QUARTERS_AT && period.id === periodId);
  const quarterAt = grid.periods.findIndex((period, index) => index >= QUARTERS_AT && index < YEAR_AT && period.id === periodId);
  const quarter = quarterAt >= 0 ? quarterAt - QUARTERS_AT : monthAt >= 0 ? Math.floor(monthAt / 3) : null;
  const month = (at: number): SheetColumn => ({ at, name: grid.periods[at]!.name.slice(0, 3), kind: 'month' });
  const quarterColumn = (q: number): SheetColumn => ({ at: QUARTERS_AT + q, name: quarter === null ? `Q${q + 1}` : 'Quarter', kind: 'quarter' });
  const columnsOf = (q: number) => [month(q * 3), month(q * 3 + 1), month(q * 3 + 2), quarterColumn(q)];
  const year: SheetColumn = { at: YEAR_AT, name: 'Year', kind: 'year' };
  const columns = quarter === null ? [...[0, 1, 2, 3].flatMap(columnsOf), year] : columnsOf(quarter);
  const [own, ...below] = grid.rows;
  return { columns, rows: [...below, own!], ownRow: below.length, total: columns.at(-1)! };
}

export function cellAt(sheet: Sheet, row: number, column: number): TargetCell {
  return sheet.rows[row]!.cells[sheet.columns[column]!.at]!;
}

/** The unit's own target, not what its units below add up to. */
export function ownValue(cell: TargetCell): number | null {
  return cell.origin === 'addedOverPeople' ? null : cell.value;
}

/** Why a cell cannot be typed into, or null when it can. */
export function whyLocked(sheet: Sheet, row: number, column: number, mayWrite: boolean): string | null {
  const cell = cellAt(sheet, row, column);
  if (!mayWrite) return 'Your role may read targets, not set them.';
  if (!cell.active) return 'Does not stand in the tree in this period.';
  if (cell.origin === 'addedOverTime') return 'This is the sum of its shorter periods; change those.';
  return null;
}

const ORIGIN_WORDS: Record<TargetCell['origin'], string> = {
  set: 'set here', addedOverTime: 'added up over time', sharedOverTime: 'shared out by working days', addedOverPeople: 'added up over people', none: 'none',
};

export function originWords(cell: TargetCell): string {
  const from = cell.sharedFrom ? ` from ${cell.sharedFrom}` : '';
  const gaps = cell.missing > 0 ? `, ${cell.missing} missing` : '';
  return ORIGIN_WORDS[cell.origin] + from + gaps;
}

import type { ActivityChange, ActivityGrid, ActivityLock } from '#contract/schemas/activity';
import { writeDecimal } from '#core/money/amount';
import { readTyped, styleOf } from '#core/money/typed';
import type { Entry, Outcome } from '../ui/grid/paste';
import { type Block, cellsOf } from '../ui/grid/selection';

/** A cell's value as it is typed; empty for none, and for a mean of days, which nobody typed. */
export function textAt(grid: ActivityGrid, decimals: number, row: number, column: number): string {
  const value = grid.rows[row]!.own[column];
  return value == null || !Number.isInteger(value) ? '' : writeDecimal(value, decimals);
}

const LOCKED: Readonly<Record<ActivityLock, string>> = {
  notInTree: 'Does not stand in the tree in this period.',
  daysTyped: 'Single days have values here; open the month by days and change those.',
  closed: 'The month is closed. An administrator can open it again in Setup.',
  notOver: 'The month has not ended; totals are given of whole months.',
  deals: 'Deals are booked in this month; a total counts only where there are none.',
  elsewhere: 'A unit above or below has a total of this month; both would count twice.',
};

/** Why a cell cannot be typed into; null: it can. */
export function whyLocked(grid: ActivityGrid, row: number, column: number): string | null {
  if (!grid.canEdit) return 'Your role may read values, not type them in.';
  const { on, locks } = grid.rows[row]!;
  return on[column] === null ? LOCKED[locks[column] ?? 'notInTree'] : null;
}

/**
 * The changes that entries make, checked whole: with one fault there are none. Entries that change
 * nothing make none.
 */
export function readEntries(
  grid: ActivityGrid,
  decimals: number,
  entries: readonly Entry[],
): Outcome<{ changes: ActivityChange[] }> {
  // A block is read in one style: "5.000" is five thousand beside "1.234,50".
  const style =
    styleOf(
      entries.map((each) => each.text),
      decimals,
    ) ?? undefined;
  const changes: ActivityChange[] = [];
  for (const { row, column, text } of entries) {
    const { unit, on } = grid.rows[row]!;
    const refuse = (why: string) => ({
      ok: false as const,
      fault: `${unit.name}, ${grid.columns[column]!.name}: ${why}`,
    });
    const locked = whyLocked(grid, row, column);
    if (locked) return refuse(locked);
    const typed = text.trim() === '' ? null : readTyped(text, decimals, style);
    if (typed && !typed.ok)
      return refuse(
        `“${text}” is not ${decimals === 0 ? 'a whole number' : `a number with at most ${decimals} ${decimals === 1 ? 'decimal' : 'decimals'}`}.`,
      );
    const previousValue = textAt(grid, decimals, row, column) || null;
    const value = typed?.decimal ?? null;
    if (value !== previousValue)
      changes.push({
        unit: unit.code,
        on: on[column]!,
        measure: grid.measure.code,
        value,
        previousValue,
      });
  }
  return { ok: true, changes };
}

/** Clears what was typed in a block. */
export function clearBlock(grid: ActivityGrid, decimals: number, block: Block): Entry[] {
  return [...cellsOf(block)]
    .filter(({ row, column }) => textAt(grid, decimals, row, column) !== '')
    .map((cell) => ({ ...cell, text: '' }));
}

import type { TargetChange } from '#contract/schemas/target';
import { writeDecimal } from '#core/money/amount';
import { readTyped, styleOf } from '#core/money/typed';
import { grow, WHOLE } from '#core/targets/fill/grow';
import { EN_PLAN } from '#wording/messages/en/plan';
import { messagesOf } from '#wording/messages/translate';
import type { Entry, Outcome } from '../ui/grid/paste';
import { type Block, cellsOf } from '../ui/grid/selection';
import { cellAt, ownValue, type Sheet, whyLocked } from './sheet';
import { toWeekChanges } from './weeks';

const t = messagesOf('plan', EN_PLAN);

const PERCENT = /^([+\-\u2212]) ?(\d{1,3}(?:\.\d{1,2})?) ?%$/;

/** "+5%" or "-2.5 %" in basis points; null for anything else. */
export function readPercent(text: string): number | null {
  const match = PERCENT.exec(text.trim());
  return match ? Math.round(Number(match[2]) * 100) * (match[1] === '+' ? 1 : -1) : null;
}

/** A cell's value as it is typed; the unit's own where the cell shows the sum of those below. */
export function decimalAt(sheet: Sheet, row: number, column: number): string {
  const cell = cellAt(sheet, row, column);
  const value = row === sheet.ownRow && sheet.ownRow > 0 ? ownValue(cell) : cell.value;
  return value === null ? '' : writeDecimal(value, sheet.bench.decimals).replace(/\.0+$/, '');
}

/**
 * The changes that entries make, checked whole: with one fault there are none. Entries that change
 * nothing make none.
 */
export function readEntries(
  sheet: Sheet,
  entries: readonly Entry[],
): Outcome<{ changes: TargetChange[] }> {
  const { bench } = sheet;
  const changes: TargetChange[] = [];
  // A block is read in one style: "5.000" is five thousand beside "1.234,50".
  const style =
    styleOf(
      entries.map((each) => each.text),
      bench.decimals,
    ) ?? undefined;
  for (const { row, column, text } of entries) {
    const cell = cellAt(sheet, row, column);
    const { unit } = sheet.rows[row]!;
    const { period, fullName } = sheet.columns[column]!;
    const refuse = (why: string) => ({
      ok: false as const,
      fault: `${unit.name}, ${fullName}: ${why}`,
    });
    const locked = whyLocked(sheet, row, column);
    if (locked) return refuse(locked);
    const typed = text.trim() === '' ? null : readTyped(text, bench.decimals, style);
    if (typed && !typed.ok) return refuse(faultOf(text, typed.fault));
    if (typed && typed.value < 0) return refuse(t('negativeTarget'));
    if (period.kind === 'week')
      changes.push(...toWeekChanges(bench, unit.id, period, typed?.value ?? null));
    else if (
      typed === null
        ? cell.targetSource === 'set'
        : cell.targetSource !== 'set' || typed.value !== cell.value
    )
      changes.push(bench.toChange(unit.id, period, typed?.value ?? null));
  }
  return { ok: true, changes };
}

/**
 * "+5%" typed into a selection changes all of it that has a value of its own. @param growth basis
 * points
 */
export function growBlock(
  sheet: Sheet,
  block: Block,
  growth: number,
): Outcome<{ entries: Entry[] }> {
  if (growth <= -WHOLE) return { ok: false, fault: t('aTargetCannotFallBy') };
  const entries = [...cellsOf(block)].flatMap(({ row, column }) => {
    const { value } = cellAt(sheet, row, column);
    return value === null || whyLocked(sheet, row, column)
      ? []
      : [{ row, column, text: writeDecimal(grow(value, growth), sheet.bench.decimals) }];
  });
  return entries.length === 0
    ? { ok: false, fault: t('thereIsNothingHereTo') }
    : { ok: true, entries };
}

/** The first row or column of a block, repeated over the rest of it that may be typed into. */
export function fillBlock(sheet: Sheet, block: Block, direction: 'down' | 'right'): Entry[] {
  return [...cellsOf(block)]
    .filter(
      ({ row, column }) =>
        (direction === 'down' ? row > block.top : column > block.left) &&
        whyLocked(sheet, row, column) === null,
    )
    .map(({ row, column }) => ({
      row,
      column,
      text:
        direction === 'down'
          ? decimalAt(sheet, block.top, column)
          : decimalAt(sheet, row, block.left),
    }));
}

/** Clears what is set in a block; a week is cleared by its days. */
export function clearBlock(sheet: Sheet, block: Block): Entry[] {
  return [...cellsOf(block)]
    .filter(
      ({ row, column }) =>
        cellAt(sheet, row, column).targetSource === 'set' ||
        sheet.columns[column]!.period.kind === 'week',
    )
    .map((cell) => ({ ...cell, text: '' }));
}

function faultOf(text: string, fault: string): string {
  if (fault === 'ambiguous') return t('canBeReadInTwo', { text });
  return fault === 'tooManyDecimals'
    ? t('hasTooManyDecimals', { text })
    : t('isNotAnAmountWrite', { text });
}

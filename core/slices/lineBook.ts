import type { Day } from '../period/day';
import { type CreditedLine, type LineColumn, replaceDayIn, toColumn } from './lineColumn';

const NOTHING = toColumn([]);

/**
 * The credited lines of all won deals, a column a salesperson: what any slice is added up from.
 * Mutated by `load` and `replaceDay` only.
 */
export class LineBook {
  private columns = new Map<number, LineColumn>();

  /** All lines of a salesperson. */
  load(salespersonId: number, column: LineColumn): void {
    this.columns.set(salespersonId, column);
  }

  /** Puts these in place of a salesperson's lines of a day. */
  replaceDay(salespersonId: number, day: Day, lines: readonly CreditedLine[]): void {
    this.load(salespersonId, replaceDayIn(this.columnOf(salespersonId), day, lines));
  }

  /** None of somebody who has sold nothing. */
  columnOf(salespersonId: number): LineColumn {
    return this.columns.get(salespersonId) ?? NOTHING;
  }
}

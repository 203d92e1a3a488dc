import { QUANTITY_SCALE } from '../measure/part';
import { divideHalfAway } from '../money/rate';

/**
 * A line as it is stored: product by id, quantity in thousandths, price and cost of one in minor
 * units of the deal's currency.
 */
export interface StoredLine {
  productId: number;
  quantity: number;
  unitPrice: number;
  unitCost: number | null;
}

/** What of a line adds up. */
export type LineNumbers = Pick<StoredLine, 'quantity' | 'unitPrice' | 'unitCost'>;

/**
 * Quantity times the price of one, in minor units; rounded half away from zero, once a line
 * (docs/calculations.md, 1).
 */
export function lineTotal(quantity: number, unit: number): number {
  return Number(divideHalfAway(BigInt(quantity) * BigInt(unit), BigInt(QUANTITY_SCALE)));
}

export interface LineTotals {
  /** Minor units. */
  amount: number;
  /** Thousandths. */
  quantity: number;
  /** Null unless every line has one: the cost of some lines is not the deal's. */
  cost: number | null;
}

/**
 * What lines add up to; zero of none. Not exact beyond the largest amount of a deal: whoever takes
 * them in asks for that first.
 */
export function addLines(lines: readonly LineNumbers[]): LineTotals {
  let [amount, quantity] = [0, 0];
  let cost: number | null = 0;
  for (const line of lines) {
    amount += lineTotal(line.quantity, line.unitPrice);
    quantity += line.quantity;
    cost =
      cost === null || line.unitCost === null
        ? null
        : cost + lineTotal(line.quantity, line.unitCost);
  }
  return { amount, quantity, cost };
}

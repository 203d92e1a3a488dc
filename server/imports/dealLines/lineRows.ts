import type { FieldFault } from '#contract/errors/catalogue';
import type { DealLine } from '#contract/schemas/deal';
import { lineTotal } from '#core/deal/line';
import { QUANTITY_SCALE } from '#core/measure/part';
import { parseAmount, toDecimal } from '#core/money/amount';
import { exponentOf } from '#core/money/currency';
import { hasBadCharacter } from '../../input';

export const LINE_COLUMNS = {
  known: ['deal', 'line', 'product', 'quantity', 'price', 'cost', 'amount'],
  required: ['deal', 'line', 'amount'],
};

/** More lines than a deal may have. */
export const MOST_LINES = 100;
const LONGEST_TEXT = 200;
const QUANTITY = /^-?\d{1,12}(\.\d{1,3})?$/;

/** A row as it is written, checked as far as it can be without its deal. */
export interface LineRow {
  /** Of the file. */
  line: number;
  deal: string;
  /** Of the deal, from 1. */
  at: number;
  product: string;
  quantity: string;
  price: string;
  cost: string;
  amount: string;
}

/** Reads one row of `deal_lines.csv`. Faults name the file's columns. */
export function readLineRow(
  line: number,
  valueAt: (column: string) => string,
): { ok: true; row: LineRow } | { ok: false; faults: FieldFault[] } {
  const faults: FieldFault[] = [];
  for (const column of ['deal', 'product'] as const) {
    const text = valueAt(column);
    if (hasBadCharacter(text)) faults.push({ field: column, code: 'badText' });
    else if (text.length > LONGEST_TEXT)
      faults.push({ field: column, code: 'tooLong', params: { max: LONGEST_TEXT } });
  }
  for (const column of LINE_COLUMNS.required)
    if (valueAt(column) === '') faults.push({ field: column, code: 'required' });
  const at = Number(valueAt('line'));
  if (valueAt('line') !== '' && !(Number.isInteger(at) && at >= 1 && at <= MOST_LINES))
    faults.push({ field: 'line', code: 'lineNumber', params: { max: MOST_LINES } });
  if (valueAt('quantity') !== '' && !QUANTITY.test(valueAt('quantity')))
    faults.push({ field: 'quantity', code: 'notANumber' });
  if (faults.length > 0) return { ok: false, faults };
  return {
    ok: true,
    row: {
      line,
      at,
      deal: valueAt('deal'),
      product: valueAt('product'),
      quantity: valueAt('quantity'),
      price: valueAt('price'),
      cost: valueAt('cost'),
      amount: valueAt('amount'),
    },
  };
}

/**
 * A row as a line of its deal: without a quantity it is one, without a price it is what the amount
 * comes to for one, where that is exact.
 */
export function toDealLine(
  { product, quantity, price, cost, amount }: LineRow,
  deal: { currency: string; product: string | null },
): { ok: true; line: DealLine } | { ok: false; faults: FieldFault[] } {
  const faults: FieldFault[] = [];
  const decimals = exponentOf(deal.currency);
  const read = (field: 'price' | 'cost' | 'amount', text: string): number | null => {
    if (text === '') return null;
    const parsed = parseAmount(text, deal.currency);
    if (parsed.ok) return parsed.minor;
    faults.push({ field, code: parsed.fault, params: { decimals } });
    return null;
  };
  const [wanted, given, unitCost] = [
    read('amount', amount),
    read('price', price),
    read('cost', cost),
  ];
  const thousandths =
    quantity === '' ? QUANTITY_SCALE : Math.round(Number(quantity) * QUANTITY_SCALE);
  const name = product || deal.product;
  if (!name) faults.push({ field: 'product', code: 'required' });
  if (faults.length > 0 || wanted === null) return { ok: false, faults };
  const unitPrice =
    given ?? (thousandths === 0 ? 0 : Math.round((wanted * QUANTITY_SCALE) / thousandths));
  const total = lineTotal(thousandths, unitPrice);
  if (total !== wanted)
    return {
      ok: false,
      faults: [
        {
          field: given === null ? 'price' : 'amount',
          code: given === null ? 'priceNeeded' : 'lineNotAmount',
          params: { sum: toDecimal(total, deal.currency) },
        },
      ],
    };
  return {
    ok: true,
    line: {
      product: name!,
      quantity: thousandths / QUANTITY_SCALE,
      unitPrice: toDecimal(unitPrice, deal.currency),
      unitCost: unitCost === null ? null : toDecimal(unitCost, deal.currency),
    },
  };
}

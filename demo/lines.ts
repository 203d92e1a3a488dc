import { PRODUCTS } from './catalogue';
import type { DealRow } from './deals';
import { createStream } from './random';

/** A part of the larger won deals are of several products. */
const SHARE_WITH_LINES = 0.3;
const LEAST_EUROS = 4_000;

/** Rows of `deal_lines.csv`: the first line is of the deal's own product, and they add up to it. */
export function* generateLines(deals: Iterable<DealRow>): Generator<Record<string, string>> {
  for (const row of deals) {
    const amount = Number(row['amount']);
    const stream = createStream('lines', row['deal']!);
    if (row['status'] !== 'won' || amount < LEAST_EUROS || !stream.chance(SHARE_WITH_LINES))
      continue;
    const products = [
      row['product']!,
      ...Array.from({ length: stream.whole(1, 2) }, () =>
        stream.pick(PRODUCTS[stream.pick(Object.keys(PRODUCTS))]!),
      ),
    ];
    let left = amount;
    for (const [at, product] of products.entries()) {
      const isLast = at === products.length - 1;
      const part = isLast ? left : Math.round((left * stream.between(0.4, 0.7)) / 20) * 20;
      const quantity = stream.whole(1, 2);
      left -= part;
      yield {
        deal: row['deal']!,
        line: String(at + 1),
        product,
        quantity: String(quantity),
        price: (part / quantity).toFixed(2),
        amount: part.toFixed(2),
      };
    }
  }
}

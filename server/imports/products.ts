import { drizzle } from 'drizzle-orm/node-postgres';
import type { ImportReport } from '#contract/schemas/import';
import { inTransaction } from '../db/client';
import { LOCKS } from '../db/locks';
import { cleanName } from '../input';
import {
  checkProduct,
  loadProducts,
  type ProductFacts,
  type StoredProduct,
  writeProducts,
} from '../lists/index';
import type { ImportCall } from './call';
import { collectRows, findLongText } from './collectRows';
import type { CsvRecord } from './csv';

export const PRODUCT_COLUMNS = {
  known: ['product', 'name', 'category', 'list_price', 'currency', 'cost', 'from', 'until'],
  required: ['product'],
};

const COLUMN_OF: Readonly<Record<string, string>> = {
  listPrice: 'list_price',
  soldFrom: 'from',
  soldUntil: 'until',
};

type Row = ProductFacts & { code: string };

/**
 * Imports `products.csv`, found by code: all rows or none; the same file again changes nothing. A
 * product of that name that has no code yet gets it.
 */
export async function importProducts(
  call: ImportCall,
  source: AsyncIterable<CsvRecord[]>,
): Promise<ImportReport> {
  const { context, principal, fileName, reason } = call;
  const stored = await loadProducts(context.db);
  const book = indexProducts(stored);
  const { heading, tally, rows } = await collectRows<Row>(
    source,
    { ...PRODUCT_COLUMNS, corrections: call.corrections },
    {
      check: (valueAt) => checkRow(valueAt, context.replica.company!.currency, book),
      keyOf: ({ code }) => code.toLowerCase(),
      field: 'product',
    },
  );
  const differing = [...rows.values()].flatMap((row) => {
    const before = findStored(row, book);
    return before && isSame(before, row) ? [] : [{ ...row, id: before?.id ?? null, before }];
  });
  const created = differing.filter(({ id }) => id === null).length;
  const written = !call.isCheck && (tally.refused === 0 || call.isPartial === true);
  if (written)
    await inTransaction(context.jobs, async (client) => {
      await client.query('select pg_advisory_xact_lock($1)', [LOCKS.lists]);
      await writeProducts(
        drizzle(client),
        differing.map(({ before, ...row }) => ({ ...row, before: before ?? null })),
        principal.userId,
        reason ?? fileName,
      );
    });
  return tally.toReport('products', heading, {
    created,
    changed: differing.length - created,
    unchanged: rows.size - differing.length,
    written,
  });
}

interface ProductBook {
  byCode: ReadonlyMap<string, StoredProduct>;
  byName: ReadonlyMap<string, StoredProduct>;
}

function indexProducts(stored: readonly StoredProduct[]): ProductBook {
  return {
    byCode: new Map(stored.flatMap((each) => (each.code ? [[each.code.toLowerCase(), each]] : []))),
    byName: new Map(stored.map((each) => [each.name.toLowerCase(), each])),
  };
}

function findStored({ code, name }: Row, { byCode, byName }: ProductBook): StoredProduct | null {
  const named = byName.get(name.toLowerCase());
  return byCode.get(code.toLowerCase()) ?? (named?.code === null ? named : null);
}

/** A file without a name keeps the one the product has; a new product is called like its code. */
function checkRow(valueAt: (column: string) => string, currency: string, book: ProductBook) {
  const code = cleanName(valueAt('product'));
  const name = cleanName(valueAt('name')) || (book.byCode.get(code.toLowerCase())?.name ?? code);
  const checked = checkProduct(
    {
      listPrice: valueAt('list_price'),
      cost: valueAt('cost'),
      soldFrom: valueAt('from'),
      soldUntil: valueAt('until'),
    },
    currency,
  );
  const faults = [
    ...findLongText(valueAt, { product: 40, name: 200, category: 80 }),
    ...(checked.ok
      ? []
      : checked.faults.map((fault) => ({
          ...fault,
          field: COLUMN_OF[fault.field] ?? fault.field,
        }))),
  ];
  if (code === '') faults.push({ field: 'product', code: 'required' });
  const given = valueAt('currency').toUpperCase();
  if (given !== '' && given !== currency)
    faults.push({ field: 'currency', code: 'otherCurrency', params: { currency } });
  const other = book.byName.get(name.toLowerCase());
  if (other && other.code !== null && other.code.toLowerCase() !== code.toLowerCase())
    faults.push({ field: 'name', code: 'nameTaken' });
  if (faults.length > 0 || !checked.ok) return { ok: false as const, faults };
  const category = cleanName(valueAt('category')) || null;
  return { ok: true as const, facts: { code, name, category, ...checked.facts } };
}

function isSame(left: ProductFacts, right: ProductFacts): boolean {
  return (
    left.name === right.name &&
    left.code === right.code &&
    left.category?.toLowerCase() === right.category?.toLowerCase() &&
    left.listPrice === right.listPrice &&
    left.cost === right.cost &&
    left.soldFrom === right.soldFrom &&
    left.soldUntil === right.soldUntil
  );
}

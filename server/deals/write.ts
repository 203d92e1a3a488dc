import { eq, sql } from 'drizzle-orm';
import type { StoredLine } from '#core/deal/line';
import { toIsoDay } from '#core/period/day';
import { mergeCustomValues } from '../customFields/index';
import type { Queryable } from '../db/client';
import { deal, dealCredit } from '../db/tables/index';
import { findEach, findProductFaults, resolveNames } from '../lists/index';
import { assertNoFieldErrors } from '../problem';
import type { DealFacts } from './facts';

/**
 * Ids of the names. A new customer is added; the lists are kept in Setup, and a deal takes what
 * they have. @throws ProblemError invalidInput for a name that is in none
 */
async function findNames(tx: Queryable, facts: DealFacts, kept: ReadonlySet<string>) {
  const names = { ...facts.names, customer: facts.customer };
  const found = await findEach(tx, names);
  const isNew = (list: keyof typeof names) => names[list] !== null && found[list] === null;
  assertNoFieldErrors([
    ...(Object.keys(names) as (keyof typeof names)[])
      .filter((list) => isNew(list) && list !== 'customer' && list !== 'product')
      .map((field) => ({ field, code: 'unknownName' as const })),
    ...(await findProductFaults(
      tx,
      productsOf(facts),
      toIsoDay((facts.closedOn ?? facts.expectedOn)!),
      kept,
    )),
  ]);
  if (found.customer === null)
    found.customer = (await resolveNames(tx, 'customer', [facts.customer])).get(
      facts.customer.toLowerCase(),
    )!;
  return found;
}

const NO_PRODUCTS: ReadonlySet<string> = new Set();

function productsOf({ lines, names }: DealFacts): { field: string; name: string }[] {
  if (lines)
    return lines.map(({ product }, at) => ({ field: `lines/${at}/product`, name: product }));
  return names.product === null ? [] : [{ field: 'product', name: names.product }];
}

/** Products of a deal as it stands, in small letters: it may keep what is not sold any more. */
async function loadProductsOf(tx: Queryable, dealId: number): Promise<Set<string>> {
  const { rows } = await tx.execute<{ name: string }>(sql`select lower(p.name) as name from
    product p where p.id in (select product_id from deal where id = ${dealId} union
      select product_id from deal_line where deal_id = ${dealId})`);
  return new Set(rows.map((row) => row.name));
}

/** Lines with their products by id. */
async function toStoredLines(
  tx: Queryable,
  lines: DealFacts['lines'],
): Promise<StoredLine[] | null> {
  if (!lines) return null;
  const ids = await resolveNames(
    tx,
    'product',
    lines.map((line) => line.product),
  );
  return lines.map(({ product, ...numbers }) => ({
    productId: ids.get(product.toLowerCase())!,
    ...numbers,
  }));
}

/** The columns of a deal's facts, with names turned into ids. */
async function toColumns(
  tx: Queryable,
  facts: DealFacts,
  refundOf: number | null,
  kept: ReadonlySet<string>,
) {
  const ids = await findNames(tx, facts, kept);
  const day = (value: number | null) => (value === null ? null : toIsoDay(value));
  return {
    lostReasonId: ids.lostReason,
    lines: await toStoredLines(tx, facts.lines),
    refundOf,
    stageId: ids.stage,
    productId: ids.product,
    categoryId: ids.category,
    sourceId: ids.source,
    locationId: ids.location,
    customerId: ids.customer!,
    status: facts.status,
    salespersonId: facts.credits[0]!.salespersonId,
    amount: facts.amount,
    currency: facts.currency,
    credited: facts.credited,
    closedOn: day(facts.closedOn),
    expectedOn: day(facts.expectedOn),
    openedOn: day(facts.openedOn),
    probability: facts.probability === null ? null : String(facts.probability),
    quantity: facts.quantity === null ? null : String(facts.quantity),
    cost: facts.cost,
    creditedCost: facts.creditedCost,
    commissionRate: facts.commissionRate === null ? null : String(facts.commissionRate),
    notes: facts.notes,
  };
}

const MOST_TRIES = 50;

/**
 * A free number for a deal without one: "B-" and the next of the counter, six digits at least.
 * Somebody may have given that to a deal of theirs.
 */
async function giveCode(tx: Queryable) {
  for (let tries = 0; tries < MOST_TRIES; tries++) {
    const {
      rows: [row],
    } = await tx.execute<{ code: string; taken: boolean }>(sql`
      with next as (select nextval(pg_get_serial_sequence('deal', 'id'))::text as id),
        named as (select 'B-' || lpad(id, greatest(6, length(id)), '0') as code from next)
      select code, exists (select from deal d where d.code = named.code) as taken from named`);
    if (!row!.taken) return sql`${row!.code}`;
  }
  return sql`'B-' || currval(pg_get_serial_sequence('deal', 'id')) || '-' ||
    substr(gen_random_uuid()::text, 1, 8)`;
}

/**
 * Stores a new deal and its credits; returns its id. A second deal with the same code is a unique
 * violation.
 */
export async function insertDeal(
  tx: Queryable,
  facts: DealFacts,
  refundOf: number | null,
  userId: number,
): Promise<number> {
  const columns = await toColumns(tx, facts, refundOf, NO_PRODUCTS);
  const code = facts.code ? sql`${facts.code}` : await giveCode(tx);
  const [row] = await tx
    .insert(deal)
    .values({
      ...columns,
      custom: mergeCustomValues(null, facts.custom),
      id: facts.code
        ? (sql`nextval(pg_get_serial_sequence('deal', 'id'))` as never)
        : (sql`currval(pg_get_serial_sequence('deal', 'id'))` as never),
      code: code as never,
      createdBy: userId,
    })
    .returning({ id: deal.id });
  await saveCredits(tx, row!.id, facts);
  return row!.id;
}

/** Replaces the facts of a deal and raises its version. */
export async function replaceDeal(
  tx: Queryable,
  id: number,
  facts: DealFacts,
  refundOf: number | null,
): Promise<void> {
  const kept = productsOf(facts).length > 0 ? await loadProductsOf(tx, id) : NO_PRODUCTS;
  const columns = await toColumns(tx, facts, refundOf, kept);
  await tx
    .update(deal)
    .set({
      ...columns,
      ...(facts.custom
        ? { custom: sql`merge_custom(${deal.custom}, ${JSON.stringify(facts.custom)}::jsonb)` }
        : {}),
      ...(facts.code ? { code: facts.code } : {}),
      version: sql`${deal.version} + 1`,
    })
    .where(eq(deal.id, id));
  await tx.delete(dealCredit).where(eq(dealCredit.dealId, id));
  await saveCredits(tx, id, facts);
}

async function saveCredits(tx: Queryable, id: number, facts: DealFacts): Promise<void> {
  if (facts.credits.length < 2) return;
  await tx.insert(dealCredit).values(
    facts.credits.map((credit, position) => ({
      dealId: id,
      salespersonId: credit.salespersonId,
      position,
      basisPoints: credit.basisPoints,
      credited: credit.minor,
      cost: credit.cost,
    })),
  );
}

export async function setVoided(tx: Queryable, id: number, reason: string | null): Promise<void> {
  await tx
    .update(deal)
    .set({
      voidedAt: reason === null ? null : sql`now()`,
      voidReason: reason,
      version: sql`${deal.version} + 1`,
    })
    .where(eq(deal.id, id));
}

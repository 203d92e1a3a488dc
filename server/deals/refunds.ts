import { sql } from 'drizzle-orm';
import type { Deal, DealRefunds } from '#contract/schemas/deal';
import { parseAmount, toDecimal } from '#core/money/amount';
import type { MemberSpan } from '#core/units/unit';
import type { Queryable } from '../db/client';
import { assertNoFieldErrors, ProblemError } from '../problem';
import type { DealFacts } from './facts';
import { inMemberSpans } from './repository';

/**
 * The id of the deal that a refund takes money back from; it stays locked, so that two refunds at
 * once never exceed it. Null where the deal is no refund of another. `ownId` is left out of what
 * was refunded before.
 * @throws ProblemError invalidInput: not a won deal one may see, or more than is left of it
 */
export async function findRefunded(
  tx: Queryable,
  facts: DealFacts,
  memberSpans: readonly MemberSpan[] | null,
  ownId: number | null = null,
): Promise<number | null> {
  if (facts.refundOf === null) return null;
  const {
    rows: [found],
  } = await tx.execute<{ id: number; amount: number; credited: number; currency: string }>(sql`
    select d.id, d.amount, d.credited, d.currency from deal d where d.code = ${facts.refundOf} and
      d.status = 'won' and d.voided_at is null and d.amount > 0 and d.id is distinct from ${ownId}
        and ${inMemberSpans(memberSpans)} for update`);
  if (!found) assertNoFieldErrors([{ field: 'refundOf', code: 'refundOfUnknown' }]);
  const { id, amount, credited, currency } = found!;
  const {
    rows: [sums],
  } = await tx.execute<{ refunded: number; credited: number }>(sql`
    select coalesce(-sum(amount) filter (where currency = ${currency}), 0)::bigint as refunded,
      coalesce(-sum(credited), 0)::bigint as credited
    from deal where refund_of = ${id} and voided_at is null and id is distinct from ${ownId}`);
  const left = amount - sums!.refunded;
  // In another currency by what it is worth in the reporting one.
  if (facts.currency !== currency && -facts.credited > credited - sums!.credited)
    assertNoFieldErrors([
      {
        field: 'amount',
        code: 'refundTooLarge',
        params: { left: `${toDecimal(left, currency)} ${currency}` },
      },
    ]);
  if (facts.currency === currency && -facts.amount > left)
    assertNoFieldErrors([
      {
        field: 'amount',
        code: 'refundTooLarge',
        params: { left: `${toDecimal(left, currency)} ${currency}` },
      },
    ]);
  return id;
}

/**
 * A deal from which money was taken back stays won, and worth what was taken back. @throws
 * ProblemError hasRefunds
 */
export async function refuseUnderRefunds(
  tx: Queryable,
  { id, status, credited, voidedAt }: Deal,
): Promise<void> {
  const {
    rows: [sums],
  } = await tx.execute<{ refunded: number; count: number }>(sql`
    select coalesce(-sum(credited), 0)::bigint as refunded, count(*) as count from deal where
      refund_of = ${id} and voided_at is null`);
  if (sums!.count === 0) return;
  if (voidedAt !== null || status !== 'won' || credited < sums!.refunded)
    throw new ProblemError('hasRefunds', { count: sums!.count });
}

/** The refunds of a deal, and what is left of its amount in its own currency. */
export async function loadRefunds(db: Queryable, deal: Deal): Promise<DealRefunds> {
  const { rows } = await db.execute<{
    id: number;
    code: string;
    closed_on: string;
    amount: number;
    currency: string;
  }>(sql`
    select id, code, closed_on::text as closed_on, amount, currency from deal where refund_of =
      ${deal.id} and voided_at is null order by closed_on, id`);
  const parsed = parseAmount(deal.amount, deal.currency);
  const back = rows
    .filter((row) => row.currency === deal.currency)
    .reduce((sum, row) => sum + row.amount, 0);
  return {
    refunds: rows.map((row) => ({
      id: row.id,
      deal: row.code,
      closedOn: row.closed_on,
      amount: `${toDecimal(row.amount, row.currency)} ${row.currency}`,
    })),
    remaining: toDecimal((parsed.ok ? parsed.minor : 0) + back, deal.currency),
  };
}

import { sql } from 'drizzle-orm';
import { toDecimal } from '#core/money/amount';
import type { Segment } from '#core/units/unit';
import type { Queryable } from '../db/client';
import { refuseFaults } from '../problem';
import type { DealFacts } from './facts';
import { inSegments } from './repository';

/**
 * The id of the deal that a refund takes money back from; it stays locked, so that two refunds at once never exceed it.
 * Null where the deal is no refund of another. `ownId` is left out of what was refunded before.
 * @throws Refused invalidInput: not a won deal one may see, or more than is left of it
 */
export async function findRefunded(tx: Queryable, facts: DealFacts, segments: readonly Segment[] | null, ownId: number | null = null): Promise<number | null> {
  if (facts.refundOf === null) return null;
  const { rows: [found] } = await tx.execute<{ id: number; amount: number; currency: string }>(sql`
    select d.id, d.amount, d.currency from deal d where d.code = ${facts.refundOf} and d.status = 'won' and d.voided_at is null and d.amount > 0 and d.id is distinct from ${ownId} and ${inSegments(segments)} for update`);
  if (!found) refuseFaults([{ field: 'refundOf', code: 'refundOfUnknown' }]);
  const { id, amount, currency } = found!;
  const { rows: [sums] } = await tx.execute<{ refunded: number }>(sql`
    select coalesce(-sum(amount), 0)::bigint as refunded from deal where refund_of = ${id} and voided_at is null and currency = ${currency} and id is distinct from ${ownId}`);
  const left = amount - sums!.refunded;
  if (facts.currency === currency && -facts.amount > left) refuseFaults([{ field: 'amount', code: 'refundTooLarge', params: { left: `${toDecimal(left, currency)} ${currency}` } }]);
  return id;
}

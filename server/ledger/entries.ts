import { sql } from 'drizzle-orm';
import type { Contribution } from '#core/ledger/contribution';
import type { Part } from '#core/measure/part';
import { parseDay, toIsoDay } from '#core/period/day';
import type { Queryable } from '../db/client';
import { ledgerEntry } from '../db/tables/index';

export interface LedgerEntry extends Contribution {
  id: number;
  /** The writing transaction. */
  xid: bigint;
}

export interface LedgerNews {
  epoch: number;
  prunedXid: bigint;
  /** Every transaction below this one has ended: what it wrote has been seen. */
  xmin: bigint;
  entries: LedgerEntry[];
}

/** Appends differences in the transaction of the deal they come from. */
export async function appendEntries(
  tx: Queryable,
  contributions: readonly Contribution[],
): Promise<void> {
  if (contributions.length === 0) return;
  await tx.insert(ledgerEntry).values(
    contributions.map(({ salespersonId, part, day, amount }) => ({
      salespersonId,
      part,
      day: toIsoDay(day),
      amount,
    })),
  );
}

/**
 * Entries of transactions from `sinceXid` on, with the state of the ledger, in one snapshot. Ids
 * are not given in the order of commits, so a reader asks by transaction and leaves out what
 * it has applied.
 */
export async function loadNews(db: Queryable, sinceXid: bigint): Promise<LedgerNews> {
  const { rows } = await db.execute<{
    epoch: number;
    pruned: string;
    xmin: string;
    id: number | null;
    xid: string;
    sp: number;
    part: Part;
    day: string;
    amount: string;
  }>(sql`
    select s.epoch, s.pruned_xid::text as pruned, pg_snapshot_xmin(pg_current_snapshot())::text as
      xmin,
      e.id, e.xid::text as xid, e.salesperson_id as sp, e.part, e.day, e.amount::text as amount
    from ledger_state s left join ledger_entry e on e.xid >= ${String(sinceXid)}::xid8`);
  const state = rows[0]!;
  return {
    epoch: state.epoch,
    prunedXid: BigInt(state.pruned),
    xmin: BigInt(state.xmin),
    entries: rows.flatMap((row) =>
      row.id === null
        ? []
        : [
            {
              id: row.id,
              xid: BigInt(row.xid),
              salespersonId: row.sp,
              part: row.part,
              day: parseDay(row.day)!,
              amount: Number(row.amount),
            },
          ],
    ),
  };
}

import { sql } from 'drizzle-orm';
import type { Database, Queryable } from '../db/client';
import { LOCKS } from '../db/locks';
import { announce } from '../db/notify';

export interface TotalDifference {
  salesperson: string;
  part: string;
  day: string;
  /** Whole numbers as text: they may be too large to be kept exactly. */
  ledger: string;
  deals: string;
}

/**
 * Every total that is not what the deals add up to, in one snapshot; none when the ledger is right.
 */
export async function findTotalDifferences(db: Queryable): Promise<TotalDifference[]> {
  const { rows } = await db.execute<TotalDifference & Record<string, unknown>>(sql`
    select u.code as salesperson, part, day, coalesce(c.amount, 0)::text as ledger,
      coalesce(r.amount, 0)::text as deals
    from current_total c full join recomputed_total r using (salesperson_id, part, day)
    join unit u on u.id = salesperson_id
    where coalesce(c.amount, 0) <> coalesce(r.amount, 0) order by 1, 2, 3`);
  return rows;
}

/** Replaces the totals by what the deals add up to; readers load anew. */
export async function rebuildTotals(db: Database): Promise<void> {
  await db.transaction(async (tx) => {
    await tx.execute(sql`select pg_advisory_xact_lock(${LOCKS.fold})`);
    // No booking may fall between reading the deals and writing the totals.
    await tx.execute(sql`lock table deal, deal_credit, ledger_entry in share row exclusive mode`);
    await tx.execute(sql`truncate daily_total`);
    await tx.execute(sql`update ledger_entry set folded = true where not folded`);
    await tx.execute(
      sql`insert into daily_total (salesperson_id, part, day, amount) select salesperson_id, part,
        day, amount from recomputed_total`,
    );
    await tx.execute(sql`update ledger_state set epoch = epoch + 1`);
    await announce(tx, 'deals', null);
  });
}

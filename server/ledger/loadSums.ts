import type pg from 'pg';
import type { DealValues } from '#core/ledger/dealValues';
import type { Occurrences } from '#core/ledger/occurrences';
import { RunningSums } from '#core/ledger/runningSums';
import { type Part, PARTS } from '#core/measure/part';
import { fromCivil } from '#core/period/day';
import { WHOLE_TABLES } from '../db/planning';
import { loadDealValues, loadValuedParts, type ValuedParts } from './dealValues';
import { loadOccurrences } from './loadOccurrences';

export interface LoadedSums {
  sums: RunningSums;
  occurrences: Occurrences;
  dealValues: DealValues;
  valuedParts: ValuedParts;
  epoch: number;
  xmin: bigint;
  /** Entries of running or newer transactions that the load already holds. */
  applied: Map<number, bigint>;
}

const EPOCH_DAY = fromCivil(2000, 1, 1);

/**
 * Reads all totals in one snapshot, a row per salesperson and part with its days and amounts as
 * arrays: a million totals come in a few hundred milliseconds, and other requests are served in
 * between.
 */
export async function loadSums(pool: pg.Pool): Promise<LoadedSums> {
  const client = await pool.connect();
  try {
    await client.query('begin isolation level repeatable read read only');
    await client.query(`set local ${WHOLE_TABLES}`);
    const state = (
      await client.query(`
      select epoch, pg_snapshot_xmin(pg_current_snapshot())::text as xmin from ledger_state`)
    ).rows[0];
    const xmin = BigInt(state.xmin);
    const recent = await client.query(
      `select id, xid::text as xid from ledger_entry where xid >= $1::xid8`,
      [state.xmin],
    );
    const sums = new RunningSums();
    await prepare(client, sums);
    const custom = await client.query<{ part: Part }>('select part from custom_part');
    for (const part of [...PARTS, ...custom.rows.map((row) => row.part)])
      await loadPart(client, sums, part);
    const valuedParts = await loadValuedParts((text) => client.query(text));
    const dealValues = await loadDealValues(client, valuedParts);
    const occurrences = await loadOccurrences(client);
    await client.query('commit');
    sums.isStale = false;
    return {
      sums,
      occurrences,
      dealValues,
      valuedParts,
      epoch: state.epoch,
      xmin,
      applied: new Map(recent.rows.map((row) => [row.id, BigInt(row.xid)])),
    };
  } catch (error) {
    await client.query('rollback').catch(() => undefined);
    throw error;
  } finally {
    client.release();
  }
}

/**
 * Room for all at once: laid out anew with each person, a large company's sums would hold everybody
 * up for seconds.
 */
async function prepare(client: pg.PoolClient, sums: RunningSums): Promise<void> {
  const {
    rows: [found],
  } = await client.query<{ people: number; first: number | null; last: number | null }>(`
    select count(distinct salesperson_id)::int as people, min(day) - date '2000-01-01' as first,
      max(day) - date '2000-01-01' as last from (
      select salesperson_id, min(day) as day from daily_total group by 1 union all select
        salesperson_id, max(day) from daily_total group by 1
      union all select salesperson_id, day from ledger_entry where not folded) d`);
  if (found!.first !== null)
    sums.prepare(found!.people, {
      from: EPOCH_DAY + found!.first,
      to: EPOCH_DAY + found!.last! + 1,
    });
}

async function loadPart(client: pg.PoolClient, sums: RunningSums, part: Part): Promise<void> {
  const { rows } = await client.query({
    // A day's total and what is not folded into it yet are one amount: a slip and its correction
    // come to nothing, however large they were.
    text: `with open as (select salesperson_id, day, sum(amount) as amount from ledger_entry where
      part = $1 and not folded group by 1, 2)
      select salesperson_id, string_agg((day - date '2000-01-01')::text, ',') as days,
        string_agg(amount::text, ',') as amounts from (
        select t.salesperson_id, t.day, t.amount + coalesce(o.amount, 0) as amount from daily_total
          t left join open o using (salesperson_id, day) where t.part = $1
        union all select o.salesperson_id, o.day, o.amount from open o where not exists (select
          from daily_total t where t.part = $1 and t.salesperson_id = o.salesperson_id and t.day =
            o.day)
      ) totals group by salesperson_id`,
    values: [part],
    rowMode: 'array',
  });
  for (const [salespersonId, days, amounts] of rows as [number, string, string][]) {
    const each = amounts.split(',');
    sums.load(
      days.split(',').map((day, i) => ({
        salespersonId,
        part,
        day: EPOCH_DAY + Number(day),
        amount: Number(each[i]),
      })),
    );
    // Lets waiting requests through between people.
    await new Promise((resolve) => setImmediate(resolve));
  }
}

import { sql } from 'drizzle-orm';
import type { Dataset } from '#core/dataset/dataset';
import type { Period } from '#core/period/calendar';
import { toIsoDay } from '#core/period/day';
import { completeValue } from '#core/targets/resolvedTarget';
import type { Queryable } from '../db/client';

/** A rate older than this is likely forgotten: a quarter and some days; common practice, no source. */
const OLD_RATE_DAYS = 100;

/**
 * Units that have a complete target of some measure in a month and none in the one after, though
 * they still stand in the tree: the plan was not carried on.
 */
export function countMissingTargets(dataset: Dataset, rootId: number, month: Period): number {
  const next = dataset.calendar.periodOf('month', month.to);
  const { tree, lookup, measures } = dataset;
  const missing = new Set<number>();
  for (const unit of tree.unitsDuring(rootId, next))
    for (const { code } of measures.all) {
      if (missing.has(unit.id)) break;
      if (completeValue(lookup.find(unit.id, month, code)) === null) continue;
      if (completeValue(lookup.find(unit.id, next, code)) === null) missing.add(unit.id);
    }
  return missing.size;
}

/** Currencies that deals of the last months have, whose newest rate is old. */
export async function countOldRates(
  db: Queryable,
  { currency }: { currency: string },
  asOf: number,
): Promise<number> {
  const {
    rows: [row],
  } = await db.execute<{ count: number }>(sql`
    select count(*) as count from (select distinct d.currency from deal d where d.day > ${toIsoDay(asOf - OLD_RATE_DAYS)}::date
      and d.voided_at is null and d.currency <> ${currency}) c
    where not exists (select from rate r where r.currency = c.currency and r.from_day >
      ${toIsoDay(asOf - OLD_RATE_DAYS)}::date)`);
  return row!.count;
}

/** People who stand in no unit today and still have open deals: nobody took them over. */
export async function countLeftWithDeals(db: Queryable, asOf: number): Promise<number> {
  const day = toIsoDay(asOf);
  const {
    rows: [row],
  } = await db.execute<{ count: number }>(sql`
    select count(distinct d.salesperson_id) as count from deal d where d.status = 'open' and
      d.voided_at is null and not exists (select from membership m where m.unit_id =
        d.salesperson_id and m.from_day <= ${day}::date and m.to_day >
          ${day}::date)`);
  return row!.count;
}

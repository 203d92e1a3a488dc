import { sql } from 'drizzle-orm';
import type { Context } from '#server/context';

const TIME_ZONE = 'Europe/Amsterdam';

/**
 * Dates the record of the demo's deals: each was written down on the day it closed, or was opened,
 * in business hours, one in seven a day or two later; so that what changed since Friday says
 * something on the first day.
 */
export async function dateRecords({ db }: Context, userId: number): Promise<void> {
  await db.execute(sql`
    update deal d set created_at = least(now(), (
      (coalesce(d.closed_on, d.opened_on, d.expected_on)
        + case when d.id % 7 = 0 then 1 + (d.id / 7 % 2)::int else 0 end
        + time '09:00' + make_interval(mins => (d.id * 37 % 480)::int)) at time zone ${TIME_ZONE}))`);
  // Who wrote it down and when; the runs then have nothing left to record.
  await db.execute(sql`
    insert into audit (at, user_id, entity, entity_id, action, after, import_id)
    select d.created_at, ${userId}, 'deal', d.id::text, 'booked', deal_record(d), d.import_id
    from deal d where d.version = 1 order by d.created_at, d.id`);
  await db.execute(
    sql`update import_run set is_recorded = true, recorded_through = (select max(id) from deal)`,
  );
}

import { sql } from 'drizzle-orm';
import { type Day, parseDay, toIsoDay } from '#core/period/day';
import type { Context } from '#server/context';
import type { DealRow } from './deals';
import { createStream } from './random';

const TIME_ZONE = 'Europe/Amsterdam';
const OPENS = 9 * 60;
const CLOSES = 17 * 60;

interface DealRecord {
  row: DealRow;
  day: Day;
  minute: number;
}

/**
 * Puts the demo's deals in the order in which they were written down: on the day each was closed,
 * or was opened, in business hours, one in seven a day or two later, none after the business date.
 * The numbers of deals then rise with the time of their record, as they do in a book that is used.
 */
export function orderByRecord(rows: readonly DealRow[], today: Day): DealRecord[] {
  return rows
    .map((row) => {
      const stream = createStream('record', row['deal']!);
      const happened = parseDay(row['closed_on'] || row['opened_on'] || row['expected_on'] || '')!;
      const late = stream.chance(1 / 7) ? stream.whole(1, 2) : 0;
      return {
        row,
        day: Math.min(happened + late, Math.max(happened, today)),
        minute: stream.whole(OPENS, CLOSES - 1),
      };
    })
    .sort((a, b) => a.day - b.day || a.minute - b.minute);
}

/** Dates the record of the demo's deals, so that what changed since Friday says something at once. */
export async function dateRecords(
  { db }: Context,
  userId: number,
  records: readonly DealRecord[],
): Promise<void> {
  const facts = records.map(({ row, day, minute }) => ({
    code: row['deal'],
    at: `${toIsoDay(day)} ${String(Math.floor(minute / 60)).padStart(2, '0')}:${String(minute % 60).padStart(2, '0')}`,
  }));
  await db.execute(sql`
    update deal d set created_at = least(now(), fact.at::timestamp at time zone ${TIME_ZONE})
    from jsonb_to_recordset(${JSON.stringify(facts)}::jsonb) as fact(code text, at text)
    where d.code = fact.code`);
  // Who wrote it down and when; the runs then have nothing left to record.
  await db.execute(sql`
    insert into audit (at, user_id, entity, entity_id, action, after, import_id)
    select d.created_at, ${userId}, 'deal', d.id::text, 'booked', deal_record(d), d.import_id
    from deal d where d.version = 1 order by d.created_at, d.id`);
  await db.execute(
    sql`update import_run set is_recorded = true, recorded_through = (select max(id) from deal)`,
  );
}

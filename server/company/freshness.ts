import { sql } from 'drizzle-orm';
import type { Freshness } from '#contract/schemas/freshness';
import { type Day, toIsoDay } from '#core/period/day';
import { isWorkingDay, type WorkingDays } from '#core/period/workingDays';
import type { Scope } from '../access/index';
import type { Context } from '../context';
import type { Queryable } from '../db/client';

/** Nobody closes for longer; beyond it the question says nothing. */
const LONGEST_CLOSED_DAYS = 60;

/** How long an answer stands where no figure has changed: an order system may have sent nothing new. */
const STANDS_MS = 10_000;

type Arrivals = Pick<Freshness, 'bookedAt' | 'importedAt' | 'deliveredAt'>;

/**
 * Tells how far the bookings reach, and when the last of them came. Two hundred screens ask after
 * each booking: what came last is asked of the database once a change.
 */
export function openFreshness({
  db,
  replica,
}: Context): (scope: Scope, unitId: number) => Promise<Freshness> {
  let known: { version: number; until: number; arrivals: Promise<Arrivals> } | null = null;
  const findArrivals = () => {
    const version = replica.versionOf(null);
    if (known?.version !== version || known.until < Date.now()) {
      const arrivals = loadArrivals(db);
      known = { version, until: Date.now() + STANDS_MS, arrivals };
      // A failure is told to those who wait for it, and not kept.
      arrivals.catch(() => (known = null));
    }
    return known.arrivals;
  };
  return async ({ dataset }, unitId) => {
    const lastWorkingDay = findWorkingDay(
      dataset.dueThrough(unitId),
      dataset.workingDaysOf(unitId),
    );
    const { newestDay } = replica;
    return {
      newestDay: newestDay === null ? null : toIsoDay(newestDay),
      ...(await findArrivals()),
      lastWorkingDay: lastWorkingDay === null ? null : toIsoDay(lastWorkingDay),
      stopsEarly: newestDay !== null && lastWorkingDay !== null && newestDay < lastWorkingDay,
    };
  };
}

async function loadArrivals(db: Queryable): Promise<Arrivals> {
  const {
    rows: [row],
  } = await db.execute<Arrivals & Record<string, unknown>>(sql`
    select ${moment(sql`(select max(d.created_at) from (select created_at from deal order by id desc limit 1000) d)`)} as "bookedAt",
      ${moment(sql`(select at from import_run where kind = 'deals' order by id desc limit 1)`)} as
        "importedAt",
      ${moment(sql`(select at from feed_delivery where outcome <> 'refused' order by id desc limit
        1)`)} as "deliveredAt"`);
  return row!;
}

const moment = (value: ReturnType<typeof sql>) =>
  sql`to_char(${value} at time zone 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS"Z"')`;

/** The working day on or before a day. */
function findWorkingDay(day: Day, working: WorkingDays): Day | null {
  for (let at = day; at > day - LONGEST_CLOSED_DAYS; at--) if (isWorkingDay(at, working)) return at;
  return null;
}

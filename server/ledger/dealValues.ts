import { sql } from 'drizzle-orm';
import type pg from 'pg';
import type { Contribution } from '#core/ledger/contribution';
import { DealValues } from '#core/ledger/dealValues';
import type { Part } from '#core/measure/part';
import { fromCivil, toIsoDay } from '#core/period/day';
import type { Queryable } from '../db/client';

const EPOCH_DAY = fromCivil(2000, 1, 1);

/** Parts of single deals that medians are of, by the part whose entries tell of a change. */
export type ValuedParts = ReadonlyMap<Part, Part>;

/** Which parts medians need, read in the caller's snapshot: every one that a value can be of. */
const VALUED = `kind in ('days', 'size', 'value')`;

/**
 * The parts of single deals there are. A deal of no days adds nothing to their sum, so its count
 * tells of it too.
 */
export async function loadValuedParts(
  query: (text: string) => Promise<{ rows: { part: string; told_by: string }[] }>,
): Promise<Map<Part, Part>> {
  const { rows } = await query(`
    select v.part, t.part as told_by from custom_part v join custom_part t on t.states = v.states and
      t.placed_by = v.placed_by and (t.part = v.part
        or v.kind = 'days' and t.kind = 'timed' and t.from_date = v.from_date and t.to_date = v.to_date
        or v.kind = 'value' and t.kind = 'filled' and t.field = v.field)
    where v.${VALUED}`);
  return new Map(rows.map((row) => [row.told_by as Part, row.part as Part]));
}

/** Reads the values of all deals that medians are of, in the snapshot of the caller's transaction. */
export async function loadDealValues(
  client: pg.PoolClient,
  valued: ValuedParts,
): Promise<DealValues> {
  const values = new DealValues();
  for (const part of new Set(valued.values())) {
    const { rows } = await client.query({
      text: `select salesperson_id, string_agg((day - date '2000-01-01')::text, ',') as days,
          string_agg(amount::text, ',') as amounts
        from deal_custom_value where part = $1 group by 1`,
      values: [part],
      rowMode: 'array',
    });
    for (const [salespersonId, days, amounts] of rows as [number, string, string][]) {
      const each = amounts.split(',');
      values.load(
        part,
        salespersonId,
        days
          .split(',')
          .map((day, at) => ({ day: EPOCH_DAY + Number(day), value: Number(each[at]) })),
      );
      // Lets waiting requests through between people.
      await new Promise((resolve) => setImmediate(resolve));
    }
  }
  return values;
}

/** Reads anew the days on which values came, went or changed. */
export async function refreshDealValues(
  db: Queryable,
  values: DealValues,
  valued: ValuedParts,
  changed: readonly Contribution[],
): Promise<void> {
  const places = new Map(
    changed.flatMap(({ salespersonId, part, day }) => {
      const of = valued.get(part);
      return of ? [[`${of}|${salespersonId}|${day}`, { part: of, salespersonId, day }]] : [];
    }),
  );
  if (places.size === 0) return;
  const list = [...places.values()];
  const { rows } = await db.execute<{ at: number; amount: number }>(sql`
    select x.at, custom_value(d, p) as amount
    from unnest(${sql.param(list.map((each) => each.part))}::text[],
      ${sql.param(list.map((each) => each.salespersonId))}::int[],
      ${sql.param(list.map((each) => toIsoDay(each.day)))}::date[]) with ordinality x(part, sp, day, at)
    join custom_part p on p.part = x.part
    join deal d on d.salesperson_id = x.sp and d.voided_at is null and d.status = any(p.states)
      and deal_date(d, p.placed_by) = x.day
    where custom_value(d, p) is not null`);
  const found = list.map(() => [] as number[]);
  for (const { at, amount } of rows) found[at - 1]!.push(amount);
  list.forEach(({ part, salespersonId, day }, at) =>
    values.replaceDay(part, salespersonId, day, found[at]!),
  );
}

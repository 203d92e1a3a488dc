import type pg from 'pg';
import type { Part } from '#core/measure/part';
import { parseDay, toIsoDay } from '#core/period/day';
import { describePeriod } from '#wording/period';
import { LOCKS } from '../db/locks';
import { ProblemError } from '../problem';
import { spansClosedBy } from './closedMonths';
import type { CompanyState } from './companyState';

/**
 * Changing many deals at once: the caller makes a temporary table `touched` of their ids, collects
 * what they contribute, changes them, collects what they contribute then, and writes the
 * difference. All in one transaction.
 */

/**
 * More differences than this go straight into the daily totals, and readers load anew; fewer are
 * appended as entries.
 */
const MOST_ENTRIES = 50_000;

/** An import, its undoing, or rates that restate deals. */
export interface TouchingRun {
  runId: number;
  userId: number;
  reason: string | null | undefined;
  action: string;
}

/**
 * What the touched deals contribute, by the view `deal_part`: the rule of core/ledger/contribution
 * in SQL, because a file may hold millions. A test holds both together.
 */
const contributions = (sign: 1 | -1) => `
  insert into delta select p.salesperson_id, p.part, p.day, ${sign} * sum(p.amount) from touched ch
    join deal_part p on p.deal_id = ch.id group by 1, 2, 3`;

/** The same for the parts of custom fields, where a measure has any. */
const customContributions = (sign: 1 | -1) => `
  insert into delta select p.salesperson_id, p.part, p.day, ${sign} * sum(p.amount) from touched ch
    join deal_custom_part p on p.deal_id = ch.id group by 1, 2, 3`;

/**
 * Makes the table `delta`, in which the differences are gathered. Until the transaction ends no
 * measure brings another part.
 */
export async function startTotals(client: pg.ClientBase): Promise<void> {
  await client.query('select pg_advisory_xact_lock_shared($1)', [LOCKS.customParts]);
  await client.query(
    'create temp table delta (salesperson_id int, part text, day date, amount bigint) on commit drop',
  );
}

/**
 * What the touched deals contribute now: taken away (-1) before they are changed, added (1) after.
 */
export async function collectTotals(client: pg.ClientBase, sign: 1 | -1): Promise<void> {
  await client.query(contributions(sign));
  if (await hasCustomParts(client)) await client.query(customContributions(sign));
}

/** Whether any measure goes by custom fields. */
export async function hasCustomParts(client: pg.ClientBase): Promise<boolean> {
  const { rows } = await client.query<{ has: boolean }>(
    'select exists (select from custom_part) as has',
  );
  return rows[0]!.has;
}

/**
 * What a run moves in closed months is a correction of each, with the reason given. @throws
 * ProblemError closedNeedsReason without one
 */
export async function recordRunCorrections(
  client: pg.ClientBase,
  { calendar, tree }: Pick<CompanyState, 'calendar' | 'tree'>,
  run: TouchingRun,
): Promise<void> {
  // From the database, locked: another server may have closed a month this moment.
  const { rows: stored } = await client.query<{
    from_day: string;
    to_day: string;
    unit_id: number | null;
  }>('select from_day::text, to_day::text, unit_id from closed_month for share');
  if (stored.length === 0) return;
  const closedMonths = stored.map((month) => ({
    from: parseDay(month.from_day)!,
    to: parseDay(month.to_day)!,
    unitId: month.unit_id,
  }));
  const ofCompany = new Set(
    closedMonths.flatMap((each) => (each.unitId === null ? each.from : [])),
  );
  // What the company has closed is closed for its branches: no day of a person is named twice.
  const distinct = closedMonths.filter(
    (month) => month.unitId === null || !ofCompany.has(month.from),
  );
  const spans = distinct.flatMap((month) => {
    const periodId = calendar.periodOf('month', month.from).id;
    return spansClosedBy(tree, month).map((span) => ({
      period_id: periodId,
      from_day: toIsoDay(span.from),
      to_day: toIsoDay(span.to),
      salesperson_id: span.salespersonId,
    }));
  });
  await client.query(
    `create temp table closed_delta on commit drop as
    select m.period_id, d.salesperson_id, d.part, d.day, sum(d.amount) as amount
    from delta d join jsonb_to_recordset($1) as m(period_id text, from_day date, to_day date,
      salesperson_id int) on d.day >= m.from_day and d.day < m.to_day and
        (m.salesperson_id is null or m.salesperson_id = d.salesperson_id)
    group by 1, 2, 3, 4 having sum(d.amount) <> 0`,
    [JSON.stringify(spans)],
  );
  const { rows } = await client.query<{ period_id: string }>(
    'select period_id from closed_delta group by 1 order by min(day)',
  );
  if (rows.length === 0) return;
  if (!run.reason?.trim())
    throw new ProblemError('closedNeedsReason', {
      name: rows.map((row) => describePeriod(calendar.parse(row.period_id)!, calendar)).join(', '),
    });
  for (const { period_id } of rows) {
    await client.query(
      `with made as (insert into correction (period_id, import_id, action, reason, user_id) values
        ($1, $2, $5, $3, $4) returning id)
      insert into correction_line (correction_id, salesperson_id, part, day, amount)
      select made.id, d.salesperson_id, d.part, d.day, d.amount from made, closed_delta d
      where d.period_id = $1`,
      [period_id, run.runId, run.reason.trim(), run.userId, run.action],
    );
  }
}

/** How much more of each part stays exact. */
export interface Room {
  roomOf(part: Part): number;
}

/**
 * @throws ProblemError sumTooLarge where the totals would not stay exact. What makes them smaller
 * is always taken.
 */
async function refuseInexact(client: pg.ClientBase, room: Room): Promise<void> {
  // No net difference is larger than what went in and out; only where that is large is it worth to
  // net each day.
  const { rows } = await client.query<{ part: Part; volume: string }>(
    'select part, sum(abs(amount))::text as volume from delta group by 1',
  );
  const large = rows
    .filter((row) => Number(row.volume) > room.roomOf(row.part))
    .map((row) => row.part);
  if (large.length === 0) return;
  const { rows: growth } = await client.query<{ part: Part; more: string }>(
    `
    select n.part, sum(abs(coalesce(t.amount, 0) + n.amount) - abs(coalesce(t.amount, 0)))::text as
      more
    from (select salesperson_id, part, day, sum(amount) as amount from delta group by 1, 2, 3
      having sum(amount) <> 0) n
    left join daily_total t using (salesperson_id, part, day) where n.part = any($1) group by 1`,
    [large],
  );
  if (growth.some((row) => Number(row.more) > room.roomOf(row.part)))
    throw new ProblemError('sumTooLarge');
}

/** Writes what `delta` comes to. @throws ProblemError sumTooLarge */
export async function writeTotals(client: pg.ClientBase, room: Room): Promise<void> {
  await refuseInexact(client, room);
  const sums =
    'select salesperson_id, part, day, sum(amount) as amount from delta group by 1, 2, 3';
  const {
    rows: [{ count }],
  } = await client.query('select count(*) as count from delta');
  if (count <= MOST_ENTRIES) {
    // Nothings too: another customer changes no sum, but what is counted apart.
    await client.query(`insert into ledger_entry (salesperson_id, part, day, amount) ${sums}`);
    return;
  }
  await client.query('analyze delta');
  await client.query('select pg_advisory_xact_lock($1)', [LOCKS.fold]);
  await client.query(`insert into daily_total (salesperson_id, part, day, amount) ${sums} having
    sum(amount) <> 0 order by 1, 2, 3
    on conflict (salesperson_id, part, day) do update set amount = daily_total.amount +
      excluded.amount`);
  await client.query('update ledger_state set epoch = epoch + 1');
}

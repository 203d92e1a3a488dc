import { sql } from 'drizzle-orm';
import type { DataQuality, DataQualityKind } from '#contract/schemas/customer';
import type { Dataset } from '#core/dataset/dataset';
import { toDecimal } from '#core/money/amount';
import type { Period } from '#core/period/calendar';
import { type DaySpan, FIRST_DAY, parseDay, toIsoDay } from '#core/period/day';
import { priorPeriodOf } from '#core/period/neighbours';
import { NameIndex, type Pair } from '#core/text/similar';
import type { Principal, Scope } from '../access/index';
import { mayDo } from '../access/permissions';
import type { Context } from '../context';
import { creditedPartOf, readFilter, whereOf } from '../deals/index';
import { ProblemError } from '../problem';
import { countLeftWithDeals, countMissingTargets, countOldRates } from './planQuality';
import { loadCustomerNames } from './service';

const SHOWN_DOUBLES = 50;
const SHOWN_PAIRS = 50;
/** Duplicates come with new names; these are compared with all. */
const NEWEST_NAMES = 1_000;
/**
 * Deals of one customer, person and amount within so many days are likely one deal twice; common
 * practice, no source.
 */
const DOUBLE_DAYS = 3;
/** Costs are asked of what is recent; older books may never have had them. */
const RECENT_DAYS = 400;

/**
 * Answers of a moment ago, by unit and role: the count in everybody's frame must not go through the
 * book each time.
 */
const kept = new WeakMap<Context, Map<string, { at: number; care: Promise<DataQuality> }>>();
const KEPT_MS = 60_000;

/**
 * What needs fixing of what one may see, counted, of everything or of one month; with `isRecent` an
 * answer up to a minute old will do.
 */
export function viewCare(
  context: Context,
  scope: Scope,
  principal: Principal,
  { isRecent, month }: { isRecent: boolean; month: Period | null },
): Promise<DataQuality> {
  let answers = kept.get(context);
  if (!answers) kept.set(context, (answers = new Map()));
  if (month) return countCare(context, scope, principal, month);
  const key = `${principal.unitId}|${mayDo(principal.role, 'administer')}`;
  const known = answers.get(key);
  if (isRecent && known && performance.now() - known.at < KEPT_MS) return known.care;
  const care = countCare(context, scope, principal, null);
  answers.set(key, { at: performance.now(), care });
  care.catch(() => answers.delete(key));
  return care;
}

async function countCare(
  context: Context,
  scope: Scope,
  principal: Principal,
  month: Period | null,
): Promise<DataQuality> {
  const { db } = context;
  const base = readFilter({}, scope, principal);
  const tally = async (
    kind: DataQualityKind,
    over: object,
  ): Promise<DataQuality['counts'][number]> => {
    const filter = { ...base, ...over };
    const part = creditedPartOf(filter);
    const {
      rows: [row],
    } = await db.execute<{ count: number; worth: number }>(
      sql`select count(*) as count, coalesce(sum(${part.amount}), 0)::bigint as worth from deal d
        ${part.join} where ${whereOf(filter)}`,
    );
    return { kind, count: row!.count, amount: row!.worth };
  };
  const found = await findDoubles(context, scope, principal);
  const duplicates = month
    ? found.filter(({ deals }) => deals.some(({ day }) => isIn(month, parseDay(day)!)))
    : found;
  const isAdministrator = mayDo(principal.role, 'administer');
  const similarNames = isAdministrator && !month ? await findNames(context, scope, principal) : [];
  const asOf = scope.dataset.asOf;
  // Only a company that keeps costs misses one.
  const {
    rows: [costs],
  } = await db.execute<{ kept: boolean }>(
    sql`select exists (select from deal where cost is not null) as kept`,
  );
  const {
    rows: [feed],
  } = await db.execute<{ count: number }>(
    sql`select count(*) as count from feed_delivery where outcome = 'refused'`,
  );
  const counts = [
    await tally('unassigned', { unassigned: true, span: month }),
    await tally('overdue', {
      overdue: true,
      span: month && { from: FIRST_DAY, to: month.to },
    }),
    ...(costs!.kept
      ? [
          await tally('missingCost', {
            missingCost: true,
            span: month ?? { from: asOf - RECENT_DAYS, to: asOf + 1 },
          }),
        ]
      : []),
    { kind: 'duplicates' as const, count: duplicates.length, amount: null },
    { kind: 'similarNames' as const, count: similarNames.length, amount: null },
    ...(isAdministrator
      ? [{ kind: 'refusedDeliveries' as const, count: feed!.count, amount: null }]
      : []),
    ...(mayDo(principal.role, 'plan')
      ? [
          {
            kind: 'missingTargets' as const,
            count: countUnplanned(scope.dataset, principal.unitId, month),
            amount: null,
          },
        ]
      : []),
    ...(scope.isWhole
      ? [
          {
            kind: 'peopleWithoutUnit' as const,
            count: await countLeftWithDeals(db, asOf),
            amount: null,
          },
        ]
      : []),
    ...(isAdministrator
      ? [
          {
            kind: 'oldRates' as const,
            count: await countOldRates(db, scope.dataset, asOf),
            amount: null,
          },
        ]
      : []),
  ];
  return {
    counts,
    total: counts.reduce((sum, each) => sum + each.count, 0),
    duplicates,
    similarNames,
  };
}

/** So many days before a month ends the next one should have its targets; common practice. */
const PLAN_AHEAD_DAYS = 10;

/** After the month asked for; else of the running month, and towards its end of the next. */
function countUnplanned(dataset: Dataset, rootId: number, month: Period | null): number {
  if (month) return countMissingTargets(dataset, rootId, month);
  const running = dataset.calendar.periodOf('month', dataset.asOf);
  const before = priorPeriodOf(dataset.calendar, running);
  return (
    countMissingTargets(dataset, rootId, before) +
    (dataset.asOf >= running.to - PLAN_AHEAD_DAYS
      ? countMissingTargets(dataset, rootId, running)
      : 0)
  );
}

const isIn = ({ from, to }: DaySpan, day: number) => day >= from && day < to;

/**
 * Won or open deals of the same customer, person, amount and currency a few days apart, that nobody
 * has set apart.
 */
async function findDoubles(
  { db }: Context,
  scope: Scope,
  principal: Principal,
): Promise<DataQuality['duplicates']> {
  const where = whereOf(readFilter({}, scope, principal));
  const { rows } = await db.execute<{
    customer: string;
    salesperson: string;
    amount: number;
    currency: string;
    a: number;
    a_code: string;
    a_version: number;
    a_day: string;
    b: number;
    b_code: string;
    b_version: number;
    b_day: string;
  }>(sql`
    with recent as (
      select d.id, d.code, d.version, d.day, d.customer_id, d.salesperson_id, d.amount, d.currency,
        lag(d.id) over same as before_id, lag(d.code) over same as before_code, lag(d.version) over
          same as before_version, lag(d.day) over same as before_day
      from deal d where ${where} and d.status <> 'lost' and d.credited > 0 and d.refund_of is null
        and d.day > ${toIsoDay(scope.dataset.asOf - RECENT_DAYS)}::date
      window same as (partition by d.customer_id, d.salesperson_id, d.amount, d.currency,
        d.product_id, d.status order by d.day, d.id)
    )
    select c.name as customer, u.name as salesperson, x.amount, x.currency, x.before_id as a,
      x.before_code as a_code, x.before_version as a_version, x.before_day::text as a_day, x.id as
        b, x.code as b_code, x.version as b_version, x.day::text as b_day
    from recent x join customer c on c.id = x.customer_id join unit u on u.id = x.salesperson_id
    where x.day - x.before_day <= ${DOUBLE_DAYS} and not exists (select from duplicate_dismissal s
      where s.kind = 'deal' and s.left_id = least(x.id, x.before_id) and s.right_id =
        greatest(x.id, x.before_id))
    order by x.day desc, x.id limit ${SHOWN_DOUBLES}`);
  return rows.map((row) => ({
    customer: row.customer,
    salespersonName: row.salesperson,
    amount: toDecimal(row.amount, row.currency),
    currency: row.currency,
    deals: [
      { id: row.a, deal: row.a_code, version: row.a_version, day: row.a_day },
      { id: row.b, deal: row.b_code, version: row.b_version, day: row.b_day },
    ],
  }));
}

/**
 * The pairs as they were computed last, for as long as no customer has come or gone: going through
 * fifty thousand names takes a while.
 */
const computed = new WeakMap<Context, { fingerprint: string; pairs: Pair[] }>();

async function findNames(
  context: Context,
  scope: Scope,
  principal: Principal,
): Promise<DataQuality['similarNames']> {
  const {
    rows: [state],
  } = await context.db.execute<{ fingerprint: string }>(
    sql`select ${String(principal.unitId)} || ' ' || count(*) || ' ' || coalesce(max(id), 0) || ' '
      || count(merged_into) as fingerprint from customer`,
  );
  let known = computed.get(context);
  if (known?.fingerprint !== state!.fingerprint) {
    known = {
      fingerprint: state!.fingerprint,
      pairs: new NameIndex(await loadCustomerNames(context, scope, principal)).findPairs(
        SHOWN_PAIRS * 4,
        NEWEST_NAMES,
      ),
    };
    computed.set(context, known);
  }
  const { rows } = await context.db.execute<{ l: number; r: number }>(
    sql`select left_id as l, right_id as r from duplicate_dismissal where kind = 'customer'`,
  );
  const apart = new Set(rows.map((row) => `${row.l}|${row.r}`));
  return known.pairs
    .filter(({ left, right }) => !apart.has(`${left.id}|${right.id}`))
    .slice(0, SHOWN_PAIRS);
}

/**
 * Keeps that some deals or customers are not one: every pair of them. @throws ProblemError notFound
 * for what one does not see
 */
export async function dismissDuplicates(
  { db }: Context,
  scope: Scope,
  principal: Principal,
  { kind, ids }: { kind: 'deal' | 'customer'; ids: readonly number[] },
): Promise<object> {
  const sorted = [...new Set(ids)].sort((a, b) => a - b);
  const { userId } = principal;
  const column = sql.identifier(kind === 'deal' ? 'id' : 'customer_id');
  const {
    rows: [seen],
  } = await db.execute<{ count: number }>(
    sql`select count(distinct d.${column}) as count from deal d where d.${column} =
      any(${sql.param(sorted)}::bigint[]) and ${whereOf(readFilter({}, scope, principal))}`,
  );
  if (seen!.count !== sorted.length) throw new ProblemError('notFound');
  await db.execute(sql`insert into duplicate_dismissal (kind, left_id, right_id, user_id) select
    ${kind}::text, l, r, ${userId}::int
    from unnest(${sql.param(sorted)}::bigint[]) l join unnest(${sql.param(sorted)}::bigint[]) r on
      r > l on conflict do nothing`);
  return {};
}

import { type SQL, sql } from 'drizzle-orm';
import type pg from 'pg';
import type { Deal, DealPage, DealSort } from '#contract/schemas/deal';
import { toTally } from '#core/deal/tally';
import { parseDay } from '#core/period/day';
import type { Context } from '../context';
import type { Queryable } from '../db/client';
import { queryPrepared } from '../db/prepared';
import { hasBadCharacter } from '../input';
import { assertNoFieldErrors } from '../problem';
import { type CreditedPart, creditedPartOf, type DealFilter, whereOf } from './filter';
import { DEAL_COLUMNS, DEAL_JOINS, type DealRecord, toDeal } from './repository';

/** What a list is sorted by, and the type its values have in a cursor. */
const SORTS: Readonly<
  Record<DealSort, { value: SQL; type: 'date' | 'bigint' | 'numeric' | 'text' | 'timestamptz' }>
> = {
  day: { value: sql`d.day`, type: 'date' },
  credited: { value: sql`d.credited`, type: 'bigint' },
  probability: { value: sql`d.probability`, type: 'numeric' },
  quantity: { value: sql`d.quantity`, type: 'numeric' },
  cost: { value: sql`d.credited_cost`, type: 'bigint' },
  deal: { value: sql`d.code`, type: 'text' },
  changedAt: { value: sql`d.changed_at`, type: 'timestamptz' },
  status: { value: sql`d.status`, type: 'text' },
  salesperson: { value: sql`u.name`, type: 'text' },
  customer: { value: sql`cu.name`, type: 'text' },
  product: { value: sql`pr.name`, type: 'text' },
  category: { value: sql`ca.name`, type: 'text' },
  source: { value: sql`so.name`, type: 'text' },
  stage: { value: sql`st.name`, type: 'text' },
  location: { value: sql`lo.name`, type: 'text' },
};

/** The table that a name is read from, for lists that are sorted by it. */
const SORT_JOINS: Partial<Record<DealSort, SQL>> = {
  salesperson: sql`join unit u on u.id = d.salesperson_id`,
  customer: sql`join customer cu on cu.id = d.customer_id`,
  product: sql`left join product pr on pr.id = d.product_id`,
  category: sql`left join category ca on ca.id = d.category_id`,
  source: sql`left join source so on so.id = d.source_id`,
  stage: sql`left join stage st on st.id = d.stage_id`,
  location: sql`left join location lo on lo.id = d.location_id`,
};

/** What every deal has: no rows without a value come last. */
const NEVER_NULL: ReadonlySet<DealSort> = new Set<DealSort>([
  'day',
  'credited',
  'deal',
  'changedAt',
  'status',
  'salesperson',
  'customer',
]);

export interface PageOrder {
  sort: DealSort;
  isUp: boolean;
}

interface Cursor {
  value: string | null;
  id: number;
}

/** What a value of a type looks like in a cursor. */
const FORMS: Readonly<Record<'date' | 'bigint' | 'numeric' | 'text' | 'timestamptz', RegExp>> = {
  date: /^\d{4}-\d{2}-\d{2}$/,
  bigint: /^-?\d{1,16}$/,
  numeric: /^-?\d{1,16}(\.\d{1,10})?$/,
  text: /^[^]{0,300}$/,
  timestamptz: /^\d{4}-\d{2}-\d{2} \d{2}:\d{2}:\d{2}(\.\d{1,6})?[+-]\d{2}(:\d{2})?$/,
};

/**
 * Reads what `writeCursor` wrote; null without one. @throws ProblemError invalidInput for anything
 * else
 */
function readCursor(
  text: string | undefined,
  { type }: { type: keyof typeof FORMS },
): Cursor | null {
  if (text === undefined) return null;
  const [value, id] = parseCursor(text);
  const isValue =
    value === null ||
    (typeof value === 'string' &&
      FORMS[type].test(value) &&
      !hasBadCharacter(value) &&
      (type !== 'date' || parseDay(value) !== null));
  if (!isValue || !Number.isSafeInteger(id) || (id as number) < 0)
    assertNoFieldErrors([
      {
        field: 'cursor',
        code: 'format',
        params: { problem: 'take it from nextCursor of a page sorted alike' },
      },
    ]);
  return { value: value as string | null, id: id as number };
}

function parseCursor(text: string): unknown[] {
  try {
    const parsed: unknown = JSON.parse(Buffer.from(text, 'base64url').toString());
    return Array.isArray(parsed) ? parsed : [];
  } catch {
    return [];
  }
}

const writeCursor = ({ value, id }: Cursor) =>
  Buffer.from(JSON.stringify([value, id])).toString('base64url');

/**
 * Rows after the cursor: by value, then by id; rows without a value come last, whichever way it is
 * sorted.
 */
function afterCursor({ sort, isUp }: PageOrder, cursor: Cursor | null): SQL {
  if (!cursor) return sql`true`;
  const { value, type } = SORTS[sort];
  const past = sql.raw(isUp ? '>' : '<');
  if (cursor.value === null) return sql`(${value} is null and d.id ${past} ${cursor.id})`;
  const at = sql`${cursor.value}::${sql.raw(type)}`;
  return NEVER_NULL.has(sort)
    ? sql`(${value}, d.id) ${past} (${at}, ${cursor.id})`
    : sql`(${value} ${past} ${at} or (${value} = ${at} and d.id ${past} ${cursor.id}) or ${value}
      is null)`;
}

/** One page of the deals that match, with the sums of all of them. */
export async function loadDealPage(
  { db, pool }: Pick<Context, 'db' | 'pool'>,
  filter: DealFilter,
  order: PageOrder,
  cursorText: string | undefined,
  limit: number,
): Promise<DealPage> {
  const where = whereOf(filter);
  const way = sql.raw(order.isUp ? 'asc' : 'desc');
  const { value } = SORTS[order.sort];
  const nullsLast = order.isUp || NEVER_NULL.has(order.sort) ? sql`` : sql`nulls last`;
  // The sums do not wait for the rows.
  const [totals, picked] = await Promise.all([
    loadTotals(db, filter, where),
    db.execute<{ id: number; sorted_by: string | null }>(sql`
    select d.id, ${value}::text as sorted_by from deal d ${SORT_JOINS[order.sort] ?? sql``}
    where ${where} and ${afterCursor(order, readCursor(cursorText, SORTS[order.sort]))} order by
      ${value} ${way} ${nullsLast}, d.id ${way} limit ${limit + 1}`),
  ]);
  const shown = picked.rows.slice(0, limit);
  const last = picked.rows.length > limit ? shown.at(-1)! : null;
  const deals = await loadNamed(
    pool,
    shown.map((row) => row.id),
  );
  return {
    deals,
    nextCursor: last && writeCursor({ value: last.sorted_by, id: last.id }),
    ...totals,
  };
}

/**
 * The deals of a page in its order, with the names of all they point to: joined to a hundred rows,
 * not to all that match.
 */
async function loadNamed(pool: pg.Pool, ids: readonly number[]): Promise<Deal[]> {
  if (ids.length === 0) return [];
  const rows = await queryPrepared<DealRecord>(
    pool,
    'deals_named',
    sql`
    select ${DEAL_COLUMNS} from unnest(${sql.param(ids)}::bigint[]) with ordinality picked(id, at)
      join deal d on d.id = picked.id ${DEAL_JOINS} order by picked.at`,
  );
  return rows.map(toDeal);
}

interface Sums extends Record<string, unknown> {
  count: number;
  won: number;
  won_credited: number;
  open: number;
  open_credited: number;
}

/**
 * Refunds and deals of zero change sums, but are no deals won (they are counted with all that
 * match).
 */
export const sumsOf = ({
  amount,
  count,
}: CreditedPart) => sql`count(${count}) as count, count(${count}) filter (where d.status = 'won' and
  d.credited > 0) as won,
  coalesce(sum(${amount}) filter (where d.status = 'won'), 0)::bigint as won_credited,
  count(${count}) filter (where d.status = 'open') as open, coalesce(sum(${amount}) filter (where d.status
    = 'open'), 0)::bigint as open_credited`;

export const toTallies = (sums: Sums) => ({
  count: sums.count,
  won: toTally(sums.won, sums.won_credited),
  open: toTally(sums.open, sums.open_credited),
});

async function loadTotals(
  db: Queryable,
  filter: DealFilter,
  where: SQL,
): Promise<Pick<DealPage, 'count' | 'won' | 'open'>> {
  const part = creditedPartOf(filter);
  const {
    rows: [sums],
  } = await db.execute<Sums>(sql`select ${sumsOf(part)} from deal d ${part.join} where ${where}`);
  return toTallies(sums!);
}

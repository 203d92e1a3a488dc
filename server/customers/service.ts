import { sql } from 'drizzle-orm';
import type {
  CustomerQuery,
  Customers,
  CustomerView,
  ProductView,
} from '#contract/schemas/customer';
import type { DealGroup } from '#contract/schemas/deal';
import type { Dataset } from '#core/dataset/dataset';
import { toTally } from '#core/deal/tally';
import { NameIndex } from '#core/text/similar';
import { describePeriod } from '#wording/period';
import type { Principal, Scope } from '../access/index';
import type { Context } from '../context';
import {
  creditedPartOf,
  type DealFilter,
  loadGroups,
  readFilter,
  sumsOf,
  whereOf,
} from '../deals/index';
import { LIST_TABLES } from '../lists/index';
import { ProblemError } from '../problem';

const SHOWN = 200;
const MOST_NAMES = 50_000;
const LIKELY_SHOWN = 5;
/** Years of months on a customer's page. */
const MONTHS_SHOWN = 24;

type SumRow = {
  id: number;
  name: string;
  won: number;
  won_credited: number;
  open: number;
  open_credited: number;
  last_on: string | null;
};

/**
 * Customers of the deals that lie in the reader's unit; the largest, and what all the others come
 * to (GUARDS 16).
 */
export async function listCustomers(
  { db }: Context,
  scope: Scope,
  principal: Principal,
  { search, limit = SHOWN, ...place }: CustomerQuery,
): Promise<Customers> {
  const filter = readFilter(place, scope, principal);
  const part = creditedPartOf(filter);
  const like = search?.trim() ? `%${search.trim().replace(/[\\%_]/g, '\\$&')}%` : null;
  const { rows } = await db.execute<SumRow & Record<string, unknown>>(sql`
    select c.id, c.name, g.won, g.won_credited, g.open, g.open_credited, g.last_on from (
      select d.customer_id, ${sumsOf(part)}, max(d.closed_on)::text as last_on
      from deal d ${part.join} where ${whereOf(filter)} group by 1) g join customer c on c.id =
        g.customer_id
    where ${
      like === null
        ? sql`true`
        : sql`(c.name ilike ${like} or exists (select from customer a
      where a.merged_into = c.id and a.name ilike ${like}))`
    } order by g.won_credited desc,
        g.open_credited desc, c.name`);
  const rest = rows.slice(limit);
  return {
    customers: rows.slice(0, limit).map((row) => ({
      id: row.id,
      name: row.name,
      won: toTally(row.won, row.won_credited),
      open: toTally(row.open, row.open_credited),
      lastOn: row.last_on,
    })),
    count: rows.length,
    remainder:
      rest.length === 0
        ? null
        : {
            count: rest.length,
            won: toTally(
              rest.reduce((sum, row) => sum + row.won, 0),
              rest.reduce((sum, row) => sum + row.won_credited, 0),
            ),
          },
  };
}

/** @throws ProblemError notFound for a customer none of whose deals one may see */
export async function viewCustomer(
  context: Context,
  scope: Scope,
  principal: Principal,
  id: number,
): Promise<CustomerView> {
  const found = await viewName(context, scope, principal, 'customer', id);
  return {
    ...found.view,
    products: await found.groups('product'),
    similarNames: await findLikely(context, scope, principal, found.view),
  };
}

/** @throws ProblemError notFound for a product none of whose deals one may see */
export async function viewProduct(
  context: Context,
  scope: Scope,
  principal: Principal,
  id: number,
): Promise<ProductView> {
  const { view, groups } = await viewName(context, scope, principal, 'product', id);
  const {
    rows: [row],
  } = await context.db.execute<{ category: string | null }>(
    sql`select c.name as category from product p left join category c on c.id = p.category_id where
      p.id = ${view.id}`,
  );
  return { ...view, customers: await groups('customer'), category: row?.category ?? null };
}

/**
 * What the deals of a name come to; a second spelling leads to the name it means. @throws
 * ProblemError notFound
 */
async function viewName(
  { db }: Context,
  scope: Scope,
  principal: Principal,
  list: 'customer' | 'product',
  id: number,
): Promise<{
  view: Omit<CustomerView, 'products' | 'similarNames'>;
  groups(by: Parameters<typeof loadGroups>[3]): Promise<DealGroup[]>;
}> {
  const table = LIST_TABLES[list];
  const {
    rows: [found],
  } = await db.execute<{ id: number; name: string; also: string[] }>(sql`
    select c.id, c.name, coalesce((select array_agg(a.name order by a.name) from ${table} a where
      a.merged_into = c.id), '{}') as also from ${table} c
    where c.id = coalesce((select merged_into from ${table} where id = ${id}), ${id})`);
  if (!found) throw new ProblemError('notFound');
  const filter = readFilter({ [list]: found.name }, scope, principal);
  const groups = (
    by: Parameters<typeof loadGroups>[3],
    over: Partial<DealFilter> = {},
  ): Promise<DealGroup[]> =>
    loadGroups(db, scope.dataset, { ...filter, ...over }, by).then((loaded) => loaded.groups);
  const statuses = await groups('status');
  if (statuses.length === 0 && !scope.isWhole) throw new ProblemError('notFound');
  const {
    rows: [days],
  } = await db.execute<{ first: string | null; last: string | null }>(
    sql`select min(d.closed_on)::text as first, max(d.closed_on)::text as last from deal d where
      ${whereOf({ ...filter, status: 'won' })}`,
  );
  const of = (status: string) => statuses.find((group) => group.key === status);
  return {
    groups,
    view: {
      id: found.id,
      name: found.name,
      aliases: found.also,
      firstWonOn: days!.first,
      lastWonOn: days!.last,
      won: of('won')?.won ?? toTally(0, 0),
      open: of('open')?.open ?? toTally(0, 0),
      lost: of('lost')?.count ?? 0,
      months: fillMonths(scope.dataset, await groups('month', { status: 'won' })),
      salespeople: await groups('salesperson'),
    },
  };
}

/** Every month from the first shown to the last: one without deals is 0, not left out. */
function fillMonths({ calendar }: Dataset, groups: readonly DealGroup[]): CustomerView['months'] {
  const shown = groups.slice(-MONTHS_SHOWN);
  if (shown.length === 0) return [];
  const byId = new Map(shown.map((group) => [group.key, group]));
  const last = calendar.parse(shown.at(-1)!.key!)!;
  const months: CustomerView['months'] = [];
  for (
    let period = calendar.parse(shown[0]!.key!)!;
    period.from <= last.from;
    period = calendar.periodOf('month', period.to)
  ) {
    const group = byId.get(period.id);
    months.push({
      period: period.id,
      name: describePeriod(period, calendar),
      won: group?.won.credited ?? 0,
      count: group?.won.count ?? 0,
    });
  }
  return months.slice(-MONTHS_SHOWN);
}

/**
 * Other customers whose names are like it, among those one sees; set apart ones are not shown
 * again.
 */
async function findLikely(
  context: Context,
  scope: Scope,
  principal: Principal,
  { id, name }: { id: number; name: string },
) {
  const names = await loadCustomerNames(context, scope, principal);
  const { rows } = await context.db.execute<{ other: number }>(
    sql`select case when left_id = ${id} then right_id else left_id end as other from
      duplicate_dismissal where kind = 'customer' and ${id} in (left_id, right_id)`,
  );
  const apart = new Set(rows.map((row) => row.other));
  return new NameIndex(names.filter((each) => each.id !== id && !apart.has(each.id)))
    .findLike(name)
    .slice(0, LIKELY_SHOWN)
    .map(({ named }) => named);
}

/** Names of the customers one has deals with. */
export async function loadCustomerNames(
  { db }: Context,
  scope: Scope,
  principal: Principal,
): Promise<{ id: number; name: string }[]> {
  const { rows } = await db.execute<{ id: number; name: string }>(
    scope.isWhole
      ? sql`select id, name from customer where merged_into is null order by id limit ${MOST_NAMES}`
      : sql`select c.id, c.name from customer c where c.merged_into is null and exists (select from
        deal d where d.customer_id = c.id and ${whereOf(readFilter({}, scope, principal))}) order
          by c.id limit ${MOST_NAMES}`,
  );
  return rows;
}

import { type SQL, sql } from 'drizzle-orm';
import type {
  CustomerChange,
  CustomerQuery,
  Customers,
  CustomerView,
  NameQuery,
  ProductView,
  WonInPeriod,
} from '#contract/schemas/customer';
import type { DealGroup } from '#contract/schemas/deal';
import { changeOf } from '#core/comparison/change';
import type { CustomValues } from '#core/customField/field';
import type { Dataset } from '#core/dataset/dataset';
import { toTally } from '#core/deal/tally';
import { toDecimal } from '#core/money/amount';
import type { Period } from '#core/period/calendar';
import type { DaySpan } from '#core/period/day';
import { toIsoDay } from '#core/period/day';
import { cutAtSameDate, priorYearOf } from '#core/period/neighbours';
import { couldBeOne, NameIndex } from '#core/text/similar';
import { describePeriod } from '#wording/period';
import { mayDo, type Principal, type Scope } from '../access/index';
import { findPeriod } from '../attainment/index';
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
import { assertNoFieldErrors, ProblemError } from '../problem';
import { checkDetails, loadCustomers, writeDetails } from './details';

const SHOWN = 200;
const MOST_NAMES = 50_000;
const LIKELY_SHOWN = 5;
/** Years of months on a customer's page. */
const MONTHS_SHOWN = 24;

type SumRow = {
  id: number;
  name: string;
  customer_group: string | null;
  owner_id: number | null;
  owner_name: string | null;
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
  { search, group, limit = SHOWN, ...place }: CustomerQuery,
): Promise<Customers> {
  const filter = readFilter(place, scope, principal);
  const part = creditedPartOf(filter);
  const like = search?.trim() ? `%${search.trim().replace(/[\\%_]/g, '\\$&')}%` : null;
  const { rows } = await db.execute<SumRow & Record<string, unknown>>(sql`
    select c.id, c.name, c.customer_group, c.owner_id, o.name as owner_name, coalesce(g.won, 0)::int as won,
      coalesce(g.won_credited, 0)::bigint as won_credited, coalesce(g.open, 0)::int as open,
        coalesce(g.open_credited, 0)::bigint as open_credited, g.last_on from (
      select d.customer_id, ${sumsOf(part)}, max(d.closed_on)::text as last_on
      from deal d ${part.join} where ${whereOf(filter)} group by 1) g
    ${like === null && group === undefined ? sql`` : sql`full`} join (select c.* from customer c
      where c.merged_into is null) c on c.id = g.customer_id
    left join unit o on o.id = c.owner_id
    where c.id is not null and (g.customer_id is not null or ${isTheirCustomer(scope)}) and ${
      like === null
        ? sql`true`
        : sql`(c.name ilike ${like} or exists (select from customer a
      where a.merged_into = c.id and a.name ilike ${like}))`
    } and ${group === undefined ? sql`true` : sql`lower(c.customer_group) = lower(${group})`} order
      by g.won_credited desc,
        g.open_credited desc, c.name`);
  const rest = rows.slice(limit);
  return {
    customers: rows.slice(0, limit).map((row) => ({
      id: row.id,
      name: row.name,
      group: row.customer_group,
      ownerName: row.owner_id !== null && scope.sees(row.owner_id) ? row.owner_name : null,
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
    groups: await loadCustomerGroups(db, scope, principal),
  };
}

/** Whether a customer without deals is theirs to see: all are for the company, else their owner's. */
function isTheirCustomer(scope: Scope): SQL {
  if (scope.isWhole) return sql`true`;
  const people = scope.dataset.tree.units
    .filter((unit) => unit.kind === 'salesperson')
    .map((unit) => unit.id);
  return sql`c.owner_id = any(${sql.param(people)}::int[])`;
}

const MOST_GROUPS = 200;

/** Groups of the customers one has deals with, or whose owner one sees. */
async function loadCustomerGroups(
  db: Context['db'],
  scope: Scope,
  principal: Principal,
): Promise<string[]> {
  const { rows } = await db.execute<{ name: string }>(sql`
    select min(c.customer_group) as name from customer c where c.customer_group is not null and
      (${isTheirCustomer(scope)} or exists (select from deal d where d.customer_id = c.id and
        ${whereOf(readFilter({}, scope, principal))}))
    group by lower(c.customer_group) order by 1 limit ${MOST_GROUPS}`);
  return rows.map((row) => row.name);
}

/** @throws ProblemError notFound for a customer none of whose deals one may see */
export async function viewCustomer(
  context: Context,
  scope: Scope,
  principal: Principal,
  id: number,
  query: NameQuery,
): Promise<CustomerView> {
  const found = await viewName(context, scope, principal, { list: 'customer', id, query });
  const {
    rows: [details],
  } = await context.db.execute<{
    group: string | null;
    email: string | null;
    address: string | null;
    owner: CustomerView['owner'];
    notes: string | null;
    custom: CustomValues | null;
  }>(sql`select c.customer_group as "group", c.email, c.address, case when o.id = any(${sql.param(scope.dataset.tree.units.map((unit) => unit.id))}::int[]) then
    json_build_object('code', o.code, 'name', o.name) end as owner, c.notes, c.custom from customer c left
      join unit o on o.id = c.owner_id where c.id = ${found.view.id}`);
  const { custom, ...known } = details!;
  return {
    ...found.view,
    ...known,
    customFields: custom ?? {},
    products: await found.groups('product'),
    similarNames: await findLikely(context, scope, principal, found.view),
  };
}

/**
 * Says whose a customer is and how to reach them. Group and owner are the planner's to say. @throws
 * ProblemError notFound, invalidInput
 */
export async function changeCustomer(
  context: Context,
  scope: Scope,
  principal: Principal,
  { id, change: { reason, ...input } }: { id: number; change: CustomerChange },
): Promise<CustomerView> {
  const { view } = await viewName(context, scope, principal, { list: 'customer', id, query: {} });
  const checked = checkDetails(input, {
    ...context.replica.company!,
    tree: scope.dataset.tree,
  });
  if (!checked.ok) assertNoFieldErrors(checked.faults);
  else {
    const stored = (await loadCustomers(context.db, [view.name])).get(view.name.toLowerCase())!;
    if (!mayDo(principal.role, 'plan')) {
      const { group = stored.group, ownerId = stored.ownerId } = checked.given;
      assertNoFieldErrors([
        ...(group === stored.group ? [] : [{ field: 'group', code: 'notYours' as const }]),
        ...(ownerId === stored.ownerId ? [] : [{ field: 'owner', code: 'notYours' as const }]),
      ]);
    }
    await context.db.transaction((tx) =>
      writeDetails(
        tx,
        [{ name: view.name, given: checked.given }],
        principal.userId,
        reason?.trim() || null,
      ),
    );
  }
  return viewCustomer(context, scope, principal, view.id, {});
}

/** @throws ProblemError notFound for a product none of whose deals one may see */
export async function viewProduct(
  context: Context,
  scope: Scope,
  principal: Principal,
  id: number,
  query: NameQuery,
): Promise<ProductView> {
  const { view, groups } = await viewName(context, scope, principal, {
    list: 'product',
    id,
    query,
  });
  const {
    rows: [row],
  } = await context.db.execute<{
    category: string | null;
    code: string | null;
    price: number | null;
    cost: number | null;
    from: string | null;
    until: string | null;
  }>(
    sql`select c.name as category, p.code, p.list_price as price, p.cost, p.sold_from::text as
      "from", p.sold_until::text as until from product p left join category c on c.id =
        p.category_id where p.id = ${view.id}`,
  );
  const money = (minor: number | null) =>
    minor === null ? null : toDecimal(minor, scope.dataset.currency);
  return {
    ...view,
    customers: await groups('customer'),
    category: row!.category,
    code: row!.code,
    listPrice: money(row!.price),
    cost: mayDo(principal.role, 'plan') ? money(row!.cost) : null,
    soldFrom: row!.from,
    soldUntil: row!.until,
  };
}

/**
 * What the deals of a name come to; a second spelling leads to the name it means. @throws
 * ProblemError notFound
 */
async function viewName(
  { db }: Context,
  scope: Scope,
  principal: Principal,
  { list, id, query }: { list: 'customer' | 'product'; id: number; query: NameQuery },
): Promise<{
  view: NameView;
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
  const period = choosePeriod(scope.dataset, query.period);
  const filter = readFilter({ [list]: found.name }, scope, principal);
  const ofUnit = query.unit
    ? readFilter({ [list]: found.name, unit: query.unit }, scope, principal)
    : filter;
  const groups = (
    by: Parameters<typeof loadGroups>[3],
    over: Partial<DealFilter> = {},
  ): Promise<DealGroup[]> =>
    loadGroups(db, scope.dataset, { ...filter, ...over }, by).then((loaded) => loaded.groups);
  const statuses = await groups('status');
  if (statuses.length === 0 && !(await isSeenWithoutDeals(db, scope, list, found.id)))
    throw new ProblemError('notFound');
  const {
    rows: [days],
  } = await db.execute<{ first: string | null; last: string | null }>(
    sql`select min(d.closed_on)::text as first, max(d.closed_on)::text as last from deal d where
      ${whereOf({ ...filter, status: 'won' })}`,
  );
  const of = (status: string) => statuses.find((group) => group.key === status);
  return {
    groups: (by) => groups(by, { ...ofUnit, span: period }),
    view: {
      id: found.id,
      name: found.name,
      aliases: found.also,
      firstWonOn: days!.first,
      lastWonOn: days!.last,
      won: of('won')?.won ?? toTally(0, 0),
      open: of('open')?.open ?? toTally(0, 0),
      lost: of('lost')?.count ?? 0,
      inPeriod: await viewInPeriod(db, scope.dataset, ofUnit, period),
      months: fillMonths(scope.dataset, await groups('month', { ...ofUnit, status: 'won' })),
      salespeople: await groups('salesperson', { ...ofUnit, span: period }),
    },
  };
}

type NameView = Omit<
  CustomerView,
  'products' | 'similarNames' | 'group' | 'email' | 'address' | 'owner' | 'notes' | 'customFields'
>;

/** Which of the two it is has been said already: only who sees all, or owns it, knows it is there. */
async function isSeenWithoutDeals(
  db: Context['db'],
  scope: Scope,
  list: 'customer' | 'product',
  id: number,
): Promise<boolean> {
  if (scope.isWhole) return true;
  if (list === 'product') return false;
  const { rows } = await db.execute(
    sql`select 1 from customer c where c.id = ${id} and ${isTheirCustomer(scope)}`,
  );
  return rows.length > 0;
}

function choosePeriod(dataset: Dataset, id: string | undefined): Period {
  return id === undefined
    ? dataset.calendar.periodOf('month', dataset.asOf)
    : findPeriod(dataset, id);
}

/** What was won in the period, beside the year before at the same point. */
async function viewInPeriod(
  db: Context['db'],
  dataset: Dataset,
  filter: DealFilter,
  period: Period,
): Promise<WonInPeriod> {
  const { calendar, asOf } = dataset;
  const then = priorYearOf(calendar, period);
  const cut = then && cutAtSameDate(period, asOf, then);
  const wonIn = async (span: DaySpan) => {
    if (span.from >= span.to) return toTally(0, 0);
    const { groups } = await loadGroups(db, dataset, { ...filter, status: 'won', span }, 'status');
    return groups[0]?.won ?? toTally(0, 0);
  };
  const named = (of: Period, span: DaySpan) => ({
    id: of.id,
    name: describePeriod(of, calendar),
    from: toIsoDay(span.from),
    to: toIsoDay(Math.max(span.from, span.to - 1)),
  });
  const won = await wonIn(period);
  const before = cut && (await wonIn(cut));
  return {
    ...named(period, period),
    won,
    priorYear: before && {
      ...named(then!, cut!),
      isCut: cut!.to < then!.to,
      won: before,
    },
    change: before && changeOf(won.credited, before.credited).share,
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
    .filter(({ named }) => couldBeOne(named.name, name))
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

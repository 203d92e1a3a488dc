import { sql } from 'drizzle-orm';
import * as routes from '#contract/routes/lists';
import type { Lookups } from '#contract/schemas/list';
import { toDecimal } from '#core/money/amount';
import { toStorableDay } from '#core/period/day';
import { mayDo, type Principal, type Scope } from '../access/index';
import type { Context } from '../context';
import type { Endpoints } from '../endpoints';
import { loadMerges, mergeNames, undoMerge } from './merge';
import { LIST_TABLES } from './names';
import { loadList, saveEntry } from './service';

const MOST_NAMES = 5_000;

export function addListRoutes({ implement, context }: Endpoints): void {
  implement(routes.getLookups, async ({ scope, principal }) =>
    loadPickLists(context, scope, principal),
  );
  implement(routes.getList, async ({ params }) => loadList(context, params.list));
  implement(routes.addListEntry, async ({ params, body, principal }) =>
    saveEntry(context, principal.userId, params.list, null, body),
  );
  implement(routes.changeListEntry, async ({ params, body, principal }) =>
    saveEntry(context, principal.userId, params.list, params.id, body),
  );
  implement(routes.mergeNames, async ({ params, body, principal }) =>
    mergeNames(context, principal.userId, params.list, body),
  );
  implement(routes.listMerges, async () => loadMerges(context));
  implement(routes.undoMerge, async ({ params, principal }) =>
    undoMerge(context, principal.userId, params.id),
  );
}

/**
 * Customers of the deals one sees: another name is found when it is typed whole. What things cost
 * only for who plans.
 */
async function loadPickLists(
  { db, replica }: Context,
  { dataset, isWhole }: Scope,
  principal: Principal,
): Promise<Lookups> {
  const { rates, currency } = replica.company!;
  const offered = sql`e.merged_into is null and e.archived_at is null`;
  const spans = dataset.tree.memberSpansUnder(principal.unitId);
  const isTheirs = sql`exists (select from deal d join
    unnest(${sql.param(spans.map((each) => each.salespersonId))}::int[],
      ${sql.param(spans.map((each) => toStorableDay(each.from)))}::date[],
        ${sql.param(spans.map((each) => toStorableDay(each.to)))}::date[]) s(id, f, t)
    on s.id = d.salesperson_id and d.day >= s.f and d.day < s.t where d.customer_id = e.id)`;
  const loadNames = async (list: keyof typeof LIST_TABLES) =>
    (
      await db.execute<{ name: string }>(
        sql`select e.name from ${LIST_TABLES[list]} e where ${offered} and
          ${list === 'customer' && !isWhole ? isTheirs : sql`true`} order by lower(e.name) limit
            ${MOST_NAMES}`,
      )
    ).rows.map((row) => row.name);
  const products = await db.execute<{
    name: string;
    code: string | null;
    category: string | null;
    price: number | null;
    cost: number | null;
    from: string | null;
    until: string | null;
  }>(sql`
    select e.name, e.code, c.name as category, e.list_price as price, e.cost, e.sold_from::text as "from",
      e.sold_until::text as until from product e left
      join category c on c.id = e.category_id where ${offered} order by lower(e.name) limit
        ${MOST_NAMES}`);
  const stages = await db.execute<{
    name: string;
    probability: string | null;
    outcome: Lookups['stages'][number]['outcome'];
  }>(
    sql`select e.name, e.probability, e.outcome from stage e where ${offered} order by e.position,
      lower(e.name)`,
  );
  const day = { from: dataset.asOf, to: dataset.asOf + 1 };
  const money = (minor: number | null) => (minor === null ? null : toDecimal(minor, currency));
  return {
    customers: await loadNames('customer'),
    categories: await loadNames('category'),
    sources: await loadNames('source'),
    locations: await loadNames('location'),
    lostReasons: await loadNames('lostReason'),
    products: products.rows.map(({ name, code, category, price, cost, from, until }) => ({
      name,
      code,
      category,
      listPrice: money(price),
      cost: mayDo(principal.role, 'plan') ? money(cost) : null,
      soldFrom: from,
      soldUntil: until,
    })),
    stages: stages.rows.map((stage) => ({
      ...stage,
      probability: stage.probability === null ? null : Number(stage.probability),
    })),
    currencies: [currency, ...new Set(rates.map((rate) => rate.currency))],
    salespeople: dataset.tree.units
      .filter((unit) => unit.kind === 'salesperson' && dataset.tree.isActiveDuring(unit.id, day))
      .map(({ code, name }) => ({ code, name })),
  };
}

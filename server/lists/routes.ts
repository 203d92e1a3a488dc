import { sql } from 'drizzle-orm';
import * as routes from '#contract/routes/lists';
import { toDecimal } from '#core/money/amount';
import type { PickLists } from '#contract/schemas/list';
import type { Scope } from '../access/index';
import type { Context } from '../context';
import type { Endpoints } from '../endpoints';
import { LIST_TABLES } from './names';
import { loadMerges, mergeNames, undoMerge } from './merge';
import { loadList, saveEntry } from './service';

const MOST_NAMES = 5_000;

export function addListRoutes({ implement, context }: Endpoints): void {
  implement(routes.getPickLists, async ({ scope }) => loadPickLists(context, scope));
  implement(routes.getList, async ({ params }) => loadList(context, params.list));
  implement(routes.addListEntry, async ({ params, body, principal }) => saveEntry(context, principal.userId, params.list, null, body));
  implement(routes.changeListEntry, async ({ params, body, principal }) => saveEntry(context, principal.userId, params.list, params.id, body));
  implement(routes.mergeNames, async ({ params, body, principal }) => mergeNames(context, principal.userId, params.list, body));
  implement(routes.listMerges, async () => loadMerges(context));
  implement(routes.undoMerge, async ({ params, principal }) => undoMerge(context, principal.userId, params.id));
}

async function loadPickLists({ db, replica }: Context, { books }: Scope): Promise<PickLists> {
  const { rates, currency } = replica.company!;
  const offered = sql`e.merged_into is null and e.retired_at is null`;
  const loadNames = async (list: keyof typeof LIST_TABLES) =>
    (await db.execute<{ name: string }>(sql`select e.name from ${LIST_TABLES[list]} e where ${offered} order by lower(e.name) limit ${MOST_NAMES}`)).rows.map((row) => row.name);
  const products = await db.execute<{ name: string; code: string | null; category: string | null; price: number | null; cost: number | null }>(sql`
    select e.name, e.code, c.name as category, e.list_price as price, e.cost from product e left join category c on c.id = e.category_id where ${offered} order by lower(e.name) limit ${MOST_NAMES}`);
  const stages = await db.execute<{ name: string; probability: string | null; outcome: PickLists['stages'][number]['outcome'] }>(sql`select e.name, e.probability, e.outcome from stage e where ${offered} order by e.position, lower(e.name)`);
  const day = { from: books.asOf, to: books.asOf + 1 };
  const money = (minor: number | null) => (minor === null ? null : toDecimal(minor, currency));
  return {
    customers: await loadNames('customer'), categories: await loadNames('category'), sources: await loadNames('source'), locations: await loadNames('location'), lostReasons: await loadNames('lostReason'),
    products: products.rows.map(({ name, code, category, price, cost }) => ({ name, code, category, listPrice: money(price), cost: money(cost) })),
    stages: stages.rows.map((stage) => ({ ...stage, probability: stage.probability === null ? null : Number(stage.probability) })),
    currencies: [currency, ...new Set(rates.map((rate) => rate.currency))],
    salespeople: books.tree.units.filter((unit) => unit.kind === 'salesperson' && books.tree.isActiveDuring(unit.id, day)).map(({ code, name }) => ({ code, name })),
  };
}

import { type SQL, sql } from 'drizzle-orm';
import { LIST_TABLES } from '../lists/index';

/**
 * Product and category are of a deal's lines, never of its first one (docs/calculations.md, 3).
 * Everything that filters, groups or counts by them goes by what is said here.
 */
export const LINE_LISTS = ['product', 'category'] as const;
export type LineList = (typeof LINE_LISTS)[number];

export function isLineList(name: string): name is LineList {
  return (LINE_LISTS as readonly string[]).includes(name);
}

/** The product or category of a line `l` of deal `d`; of a deal without lines its own. */
export function lineKeyOf(list: LineList): SQL {
  return list === 'product'
    ? sql`coalesce(l.product_id, d.product_id)`
    : sql`case when l.deal_id is null then d.category_id else coalesce((select lp.category_id from
        product lp where lp.id = l.product_id), d.category_id) end`;
}

/** The id that a name of a list means, also where it is a second spelling. */
function idOf(list: LineList, name: string): SQL {
  return sql`(select coalesce(merged_into, id) from ${LIST_TABLES[list]} where lower(name) =
    lower(${name}))`;
}

/**
 * Whether deal `d` has a line of that product or category. The deals of lines come as an array: then
 * both sides are found by an index.
 */
export function hasLineOf(list: LineList, name: string): SQL {
  const id = idOf(list, name);
  return list === 'product'
    ? sql`(d.product_id = ${id} and d.lines is null or d.id = any(array(select x.deal_id from
        deal_line x where x.product_id = ${id})))`
    : sql`(d.category_id = ${id} and d.lines is null or d.id = any(array(select x.deal_id from
        deal_line x join product xp on xp.id = x.product_id join deal xd on xd.id = x.deal_id where
          coalesce(xp.category_id, xd.category_id) = ${id})))`;
}

/** Whether line `l` of deal `d` is of that product or category. */
export function isLineOf(list: LineList, name: string): SQL {
  return sql`${lineKeyOf(list)} = ${idOf(list, name)}`;
}

import { bigint, index, integer, pgTable, primaryKey } from 'drizzle-orm/pg-core';
import { whole } from './columns';
import { deal, product } from './deals';
import { unit } from './units';

/**
 * What each line of a deal counts for each credited person: derived from the deal's lines and
 * credits by the database itself (migration 0023), so that it never says anything else. A deal
 * without lines has none. The parts of a deal add up to it over its lines and over its people
 * (docs/calculations.md, 3).
 */
export const dealLine = pgTable(
  'deal_line',
  {
    dealId: whole('deal_id')
      .notNull()
      .references(() => deal.id, { onDelete: 'cascade' }),
    position: integer('position').notNull(),
    salespersonId: integer('salesperson_id')
      .notNull()
      .references(() => unit.id),
    productId: integer('product_id')
      .notNull()
      .references(() => product.id),
    /** Thousandths; of a split deal all of it is with whom the deal names first. */
    quantity: bigint('quantity', { mode: 'number' }).notNull(),
    /** Minor units of the reporting currency. */
    credited: whole('credited').notNull(),
    /** Null where the deal's cost is not known. */
    cost: whole('cost'),
  },
  (table) => [
    primaryKey({ columns: [table.dealId, table.position, table.salespersonId] }),
    index('deal_line_product').on(table.productId, table.dealId),
  ],
);

import type { SQL } from 'drizzle-orm';
import { PgDialect } from 'drizzle-orm/pg-core';
import type pg from 'pg';

const dialect = new PgDialect();

/**
 * Runs a statement that stays the same text, planned once a connection: one that joins a dozen
 * tables takes longer to plan than to answer. Only for statements whose best plan does not depend
 * on their values. @returns its rows
 */
export async function queryPrepared<Row extends Record<string, unknown>>(
  pool: pg.Pool,
  name: string,
  statement: SQL,
): Promise<Row[]> {
  const { sql: text, params } = dialect.sqlToQuery(statement);
  const { rows } = await pool.query<Row>({ name, text, values: params });
  return rows;
}

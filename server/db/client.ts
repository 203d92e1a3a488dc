import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres';
import { migrate } from 'drizzle-orm/node-postgres/migrator';
import { fileURLToPath } from 'node:url';
import pg from 'pg';
import { LOCKS } from './locks';
import { saveShippedMeasures } from './shippedMeasures';
import * as tables from './tables/index';

export type Database = NodePgDatabase<typeof tables>;
/** The same query interface inside a transaction. */
export type Transaction = Parameters<Parameters<Database['transaction']>[0]>[0];
export type Queryable = Database | Transaction;

const INT8 = 20;
const DATE = 1082;

// Drizzle asks the driver's common parsers, not those of a pool: a whole number left as text would be joined, not added.
pg.types.setTypeParser(INT8, toSafeInteger);
pg.types.setTypeParser(DATE, (text) => text);

function toSafeInteger(text: string): number {
  const value = Number(text);
  if (!Number.isSafeInteger(value)) throw new RangeError(`${text} from the database is too large to be exact.`);
  return value;
}

/** Opens a pool; nothing connects before the first query. */
export function openPool(url: string, max = 12): pg.Pool {
  // Compiling a query takes longer than any of ours runs.
  const pool = new pg.Pool({ connectionString: url, max, connectionTimeoutMillis: 5_000, options: '-c jit=off' });
  // A lost connection is not fatal: its query fails and the next one opens another. The pool listens only while a
  // connection is idle; one that is lost in the middle of a transaction would end the process.
  pool.on('error', () => undefined);
  pool.on('connect', (client) => client.on('error', () => undefined));
  return pool;
}

export function openListener(url: string): pg.Client {
  return new pg.Client({ connectionString: url, connectionTimeoutMillis: 5_000, keepAlive: true });
}

export function openDatabase(pool: pg.Pool): Database {
  return drizzle(pool, { schema: tables });
}

/** Brings the schema up to date; safe when several servers start at once. */
export async function migrateDatabase(pool: pg.Pool): Promise<void> {
  const client = await pool.connect();
  try {
    await client.query(`select pg_advisory_lock(${LOCKS.migrate})`);
    const db = drizzle(client);
    await migrate(db, { migrationsFolder: fileURLToPath(new URL('./migrations', import.meta.url)) });
    await saveShippedMeasures(db);
  } finally {
    await client.query(`select pg_advisory_unlock(${LOCKS.migrate})`).catch(() => undefined);
    client.release();
  }
}

/**
 * Runs work on one connection in a transaction of its own; rolled back when it throws, or when its result is not to be kept.
 * For work that COPY or temporary tables need a plain connection for.
 */
export async function inTransaction<Result>(pool: pg.Pool, work: (client: pg.PoolClient) => Promise<Result>, isKept: (result: Result) => boolean = () => true): Promise<Result> {
  const client = await pool.connect();
  try {
    await client.query('begin');
    const result = await work(client);
    await client.query(isKept(result) ? 'commit' : 'rollback');
    return result;
  } catch (error) {
    await client.query('rollback').catch(() => undefined);
    throw error;
  } finally {
    client.release();
  }
}

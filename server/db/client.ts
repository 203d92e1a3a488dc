import { join } from 'node:path';
import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres';
import { migrate } from 'drizzle-orm/node-postgres/migrator';
import pg from 'pg';
import { InexactAmount } from '#core/money/amount';
import { ROOT } from '../root';
import { LOCKS } from './locks';
import { saveShippedMeasures } from './shippedMeasures';
import * as tables from './tables/index';

export type Database = NodePgDatabase<typeof tables>;
/** The same query interface inside a transaction. */
export type Transaction = Parameters<Parameters<Database['transaction']>[0]>[0];
export type Queryable = Database | Transaction;

const INT8 = 20;
const DATE = 1082;

// Drizzle asks the driver's common parsers, not those of a pool: a whole number left as text would
// be joined, not added.
pg.types.setTypeParser(INT8, toSafeInteger);
pg.types.setTypeParser(DATE, (text) => text);

function toSafeInteger(text: string): number {
  const value = Number(text);
  if (!Number.isSafeInteger(value))
    throw new InexactAmount(`${text} from the database is too large to be exact.`);
  return value;
}

/**
 * How long one statement, waiting for a lock, and a transaction in which nothing happens may take,
 * in milliseconds.
 */
export interface TimeLimits {
  statement: number;
  lock: number;
  idle: number;
}

const ORDINARY: TimeLimits = { statement: 30_000, lock: 10_000, idle: 30_000 };
/** Imports, their undoing and reading everything anew. */
const LONG: TimeLimits = { statement: 900_000, lock: 60_000, idle: 120_000 };

/** Opens a pool; nothing connects before the first query. */
export function openPool(
  url: string,
  max = 12,
  { statement, lock, idle }: TimeLimits = ORDINARY,
): pg.Pool {
  // Compiling a query takes longer than any of ours runs.
  const options = `-c jit=off -c statement_timeout=${statement} -c lock_timeout=${lock} -c idle_in_transaction_session_timeout=${idle}`;
  const pool = new pg.Pool({
    connectionString: url,
    max,
    connectionTimeoutMillis: 5_000,
    keepAlive: true,
    options,
  });
  // A lost connection is not fatal: its query fails and the next one opens another. The pool
  // listens only while a
  // connection is idle; one that is lost in the middle of a transaction would end the process.
  pool.on('error', () => undefined);
  pool.on('connect', (client) => client.on('error', () => undefined));
  return pool;
}

/** How the connection that hears of changes is called in the database's list. */
const LISTENER = 'iron ladder listener';

export function openListener(url: string): pg.Client {
  return new pg.Client({
    connectionString: url,
    application_name: LISTENER,
    connectionTimeoutMillis: 5_000,
    query_timeout: 5_000,
    keepAlive: true,
  });
}

/**
 * @param writers where transactions take their connections, so that they never take all that
 * reading needs
 */
export function openDatabase(pool: pg.Pool, writers: pg.Pool = pool): Database {
  const db = drizzle(pool, { schema: tables });
  if (writers !== pool) {
    const writing = drizzle(writers, { schema: tables });
    db.transaction = writing.transaction.bind(writing);
  }
  return db;
}

/**
 * The connections of one server, apart by what they are for: whoever waits for a long job keeps
 * nobody else from reading.
 */
export interface Connections {
  db: Database;
  /** Reading. */
  pool: pg.Pool;
  /** Transactions of a moment. */
  writers: pg.Pool;
  /** Imports, their undoing, and reading all totals anew. */
  jobs: pg.Pool;
  /**
   * Gives up every connection: whoever waits for an answer of a database that hangs gets an error
   * at once.
   */
  abandon(): void;
  end(): Promise<void>;
}

const MOST_READING = 8;
const MOST_WRITING = 8;
const MOST_JOBS = 4;

export function openConnections(url: string): Connections {
  const pools = [
    openPool(url, MOST_READING),
    openPool(url, MOST_WRITING),
    openPool(url, MOST_JOBS, LONG),
  ] as const;
  const [pool, writers, jobs] = pools;
  const open = new Set<pg.PoolClient>();
  for (const each of pools) {
    each.on('connect', (client) => open.add(client));
    each.on('remove', (client) => open.delete(client));
  }
  return {
    db: openDatabase(pool, writers),
    pool,
    writers,
    jobs,
    abandon: () => {
      for (const client of open)
        (
          client as unknown as { connection: { stream: { destroy(): void } } }
        ).connection.stream.destroy();
    },
    end: async () => {
      await Promise.all(pools.map((each) => each.end()));
    },
  };
}

/**
 * What the role that serves may do, where there is one beside the owner: rows, but no tables; and
 * of the record of changes nothing but adding to it.
 */
const GRANTS = `do $$ begin
  if exists (select from pg_roles where rolname = 'iron_ladder_server') and current_user <> 'iron_ladder_server' then
    grant usage on schema public to iron_ladder_server;
    grant select, insert, update, delete on all tables in schema public to iron_ladder_server;
    grant usage, select on all sequences in schema public to iron_ladder_server;
    revoke update, delete on audit from iron_ladder_server;
  end if;
end $$`;

/** Brings the schema up to date; safe when several servers start at once. */
export async function migrateDatabase(pool: pg.Pool): Promise<void> {
  const client = await pool.connect();
  try {
    await client.query('set statement_timeout = 0; set lock_timeout = 0');
    await client.query(`select pg_advisory_lock(${LOCKS.migrate})`);
    const db = drizzle(client);
    await migrate(db, { migrationsFolder: join(ROOT, 'server/db/migrations') });
    await saveShippedMeasures(db);
    await client.query(GRANTS);
  } finally {
    await client
      .query(
        `select pg_advisory_unlock(${LOCKS.migrate}); reset statement_timeout; reset lock_timeout`,
      )
      .catch(() => undefined);
    client.release();
  }
}

/**
 * Runs work on one connection in a transaction of its own; rolled back when it throws, or when its
 * result is not to be kept. For work that COPY or temporary tables need a plain connection for.
 */
export async function inTransaction<Result>(
  pool: pg.Pool,
  work: (client: pg.PoolClient) => Promise<Result>,
  isKept: (result: Result) => boolean = () => true,
): Promise<Result> {
  const client = await pool.connect();
  let failure: unknown = null;
  try {
    await client.query('begin');
    const result = await work(client);
    await client.query(isKept(result) ? 'commit' : 'rollback').catch((error: unknown) => {
      throw isKept(result) ? new OutcomeUnknown(error) : error;
    });
    return result;
  } catch (error) {
    failure = error;
    await client.query('rollback').catch(() => undefined);
    throw error;
  } finally {
    // A connection on which a commit or a rollback failed is not used again.
    client.release(failure instanceof OutcomeUnknown);
  }
}

/** The connection was lost while a transaction was being committed: it may stand, or not. */
export class OutcomeUnknown extends Error {
  constructor(cause: unknown) {
    super('The connection was lost while the change was being committed.', { cause });
  }
}

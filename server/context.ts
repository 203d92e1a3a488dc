import type pg from 'pg';
import type { Database } from './db/client';
import type { Replica } from './ledger/replica';

/** What the application is built from; handed in, so that tests build it from their own. */
export interface Context {
  db: Database;
  pool: pg.Pool;
  replica: Replica;
}

import type pg from 'pg';
import type { Database } from './db/client';
import type { Replica } from './ledger/replica';
import type { Settings } from './settings';

/** What the application is built from; handed in, so that tests build it from their own. */
export interface Context {
  db: Database;
  /** Connections for reading. */
  pool: pg.Pool;
  /** Connections for transactions of a moment. */
  writers: pg.Pool;
  /** Connections for long jobs: imports, their undoing. */
  jobs: pg.Pool;
  replica: Replica;
  settings: Settings;
  /** Where people reach this server, for links in mail: "https://sales.example.com". */
  origin: string;
}

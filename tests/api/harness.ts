import { randomUUID } from 'node:crypto';
import type { FastifyInstance, InjectOptions } from 'fastify';
import pg from 'pg';
import { inject } from 'vitest';
import type { Role } from '#contract/schemas/access';
import { parseDay } from '#core/period/day';
import { type LocalTime, parseTimeOfDay } from '#core/period/timeOfDay';
import { hashPassword } from '#server/access/index';
import { buildApp } from '#server/app';
import type { Context } from '#server/context';
import {
  type Connections,
  type Database,
  migrateDatabase,
  openConnections,
  openPool,
} from '#server/db/client';
import { appUser } from '#server/db/tables/index';
import { Replica } from '#server/ledger/replica';
import { LOCAL_SETTINGS } from '#server/settings';
import { PASSWORD, UNITS_CSV } from './company';
import { watchContract } from './contractWatch';
import { TEMPLATE } from './template';

export const TODAY = '2026-11-18';

export { PASSWORD, UNITS_CSV } from './company';

export interface TestServer {
  app: FastifyInstance;
  context: Context;
  db: Database;
  pool: pg.Pool;
  connections: Connections;
  replica: Replica;
  url: string;
  stop(): Promise<void>;
}

/** A migrated database of its own in the run's cluster. */
export async function createDatabase(): Promise<string> {
  const name = `t_${randomUUID().replaceAll('-', '')}`;
  const admin = new pg.Client({ connectionString: inject('clusterUrl') });
  await admin.connect();
  await admin.query(`create database ${name} template ${TEMPLATE} owner iron_ladder_owner`);
  await admin.end();
  return inject('serverUrl').replace(/postgres$/, name);
}

/** The same database as its owner has it: for what the server itself may not do. */
export const ownerUrlOf = (url: string) =>
  inject('ownerUrl').replace(/postgres$/, new URL(url).pathname.slice(1));

/**
 * A whole server over a database, with the business date fixed or as it is told; several may share
 * one database.
 */
export async function startServer(
  url: string,
  today: string | (() => string) = TODAY,
): Promise<TestServer> {
  const connections = openConnections(url);
  const { db, pool, writers, jobs } = connections;
  const owner = openPool(ownerUrlOf(url), 1);
  await migrateDatabase(owner);
  await owner.end();
  const replica = new Replica({
    db,
    jobs,
    url,
    abandon: connections.abandon,
    now: readTestClock(today),
  });
  await replica.start();
  const context: Context = {
    db,
    pool,
    writers,
    jobs,
    replica,
    settings: { ...LOCAL_SETTINGS },
    origin: 'http://localhost',
  };
  const app = await buildApp({ context, version: 'test' });
  const breaches = watchContract(app);
  return {
    app,
    context,
    db,
    pool,
    connections,
    replica,
    url,
    stop: async () => {
      if (breaches.length > 0)
        throw new Error(`The contract was broken:\n${[...new Set(breaches)].join('\n')}`);
      await app.close();
      await replica.stop();
      await connections.end();
    },
  };
}

/** "2026-11-18" is a business date that is over; "2026-11-18T06:30" is half past six in every zone. */
function readTestClock(today: string | (() => string)): () => LocalTime {
  return () => {
    const [day, time = '24:00'] = (typeof today === 'string' ? today : today()).split('T');
    return { day: parseDay(day!)!, minute: parseTimeOfDay(time)! };
  };
}

/** One signed-in browser. */
export class Client {
  cookie = '';
  csrf = '';

  constructor(private server: TestServer) {}

  async signIn(email: string, password = PASSWORD): Promise<this> {
    const answer = await this.server.app.inject({
      method: 'POST',
      url: '/api/v1/session',
      payload: { email, password },
    });
    if (answer.statusCode !== 200) throw new Error(`sign-in: ${answer.body}`);
    this.adopt(answer);
    return this;
  }

  adopt(answer: { cookies: unknown[]; json(): { csrf: string } }): void {
    const cookie = answer.cookies[0] as { name: string; value: string };
    this.cookie = `${cookie.name}=${cookie.value}`;
    this.csrf = answer.json().csrf;
  }

  send(
    method: 'GET' | 'POST' | 'PUT' | 'DELETE',
    path: string,
    payload?: unknown,
    headers: Record<string, string> = {},
  ) {
    const options: InjectOptions = {
      method,
      url: `/api/v1${path}`,
      headers: { cookie: this.cookie, 'x-csrf': this.csrf, ...headers },
    };
    if (payload !== undefined) options.payload = payload as string;
    return this.server.app.inject(options);
  }

  get(path: string) {
    return this.send('GET', path);
  }

  import(kind: string, csv: string | Buffer, query = '') {
    return this.send('POST', `/imports/${kind}${query}`, csv, { 'content-type': 'text/csv' });
  }
}

/** A small company with an administrator and one user of each other role. */
export async function createCompany(
  server: TestServer,
): Promise<{ admin: Client; manager: Client; salesperson: Client; viewer: Client; north: Client }> {
  const admin = new Client(server);
  const answer = await server.app.inject({
    method: 'POST',
    url: '/api/v1/first-run',
    payload: {
      company: 'Harrow & Tide',
      currency: 'EUR',
      timeZone: 'Europe/London',
      calendar: { kind: 'month', firstMonth: 4, yearLabel: 'ends' },
      weekdays: [1, 2, 3, 4, 5],
      administrator: { name: 'Mara Okoye', email: 'mara@example.com', password: PASSWORD },
      branches: [],
      unitsCsv: UNITS_CSV,
    },
  });
  if (answer.statusCode !== 201) throw new Error(answer.body);
  admin.adopt(answer);
  await publishEmptyPlans(admin, ['FY2026', 'FY2027']);
  const make = async (name: string, role: Role, unit: string) => {
    const email = `${name}@example.com`;
    await server.db.insert(appUser).values({
      name,
      email,
      role,
      unitId: server.replica.company!.tree.findByCode(unit)!.id,
      passwordHash: await hashPassword(PASSWORD),
    });
    return new Client(server).signIn(email);
  };
  return {
    admin,
    manager: await make('manager', 'manager', 'salt'),
    salesperson: await make('ilse', 'salesperson', 'ivarga'),
    viewer: await make('viewer', 'viewer', 'salt'),
    north: await make('north', 'manager', 'north'),
  };
}

/** Sets published targets, with the reason that needs; a draft's when one is named. */
export const putTargets = (client: Client, changes: object[], over: object = {}) =>
  client.send('PUT', '/targets', { changes, reason: 'agreed with the team', ...over });

async function publishEmptyPlans(admin: Client, years: readonly string[]): Promise<void> {
  for (const year of years) {
    const { plan } = (
      await admin.send('POST', '/plans', { year, name: 'First plan', from: 'empty' })
    ).json();
    const answer = await admin.send('POST', `/plans/${plan.id}/publish`, { note: 'to begin with' });
    if (answer.statusCode !== 200) throw new Error(answer.body);
  }
}

export const wonDeal = (over: Record<string, unknown> = {}) => ({
  salesperson: 'ivarga',
  customer: 'Pike Boats',
  amount: '1000.00',
  status: 'won',
  closedOn: '2026-11-10',
  ...over,
});

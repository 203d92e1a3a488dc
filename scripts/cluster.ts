import { execFile, spawnSync } from 'node:child_process';
import { randomBytes } from 'node:crypto';
import {
  chmodSync,
  chownSync,
  existsSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
import { createServer } from 'node:net';
import { homedir } from 'node:os';
import { join } from 'node:path';
import { promisify } from 'node:util';

const run = promisify(execFile);
/** The cluster's first user, for setting it up; the application never has its password. */
const USER = 'iron_ladder';

const isRoot = process.getuid?.() === 0;

/**
 * A PostgreSQL cluster of its own: own data directory, own port, loopback only. Never touches
 * another.
 */
export interface Cluster {
  /**
   * As whoever may do everything (left out), as the owner of the tables, who migrates, or as the
   * server, who reads and writes rows.
   */
  url(database: string, role?: ClusterRole): string;
  stop(): Promise<void>;
}

export type ClusterRole = 'owner' | 'server';

export interface ClusterOptions {
  /** Data that is thrown away gives up durability for speed. */
  isThrowAway?: boolean;
  /** Start again on the port used last: whoever is connected finds it there. */
  keepPort?: boolean;
}

/**
 * Where data is kept unless IRON_LADDER_DATA says otherwise: outside the checkout, where the
 * database's user may read.
 */
export function findDataDirectory(): string {
  return (
    process.env['IRON_LADDER_DATA'] ??
    (isRoot ? '/var/lib/iron-ladder' : join(homedir(), '.local', 'share', 'iron-ladder'))
  );
}

/** Starts the cluster in a directory, making it when it is new. */
export async function startCluster(
  directory: string,
  options: ClusterOptions = {},
): Promise<Cluster> {
  const data = join(directory, 'postgres');
  const passwordFile = join(directory, 'password');
  makeOwned(directory);
  if (!existsSync(join(data, 'PG_VERSION'))) {
    const password = randomBytes(24).toString('hex');
    rmSync(data, { recursive: true, force: true });
    makeOwned(data);
    writeFileSync(passwordFile, password, { mode: 0o600 });
    if (isRoot) chownSync(passwordFile, ...postgresIds());
    await asOwner('initdb', [
      '-D',
      data,
      '-U',
      USER,
      '-A',
      'scram-sha-256',
      '--pwfile',
      passwordFile,
      '-E',
      'UTF8',
      '--locale',
      'C.UTF-8',
      '--no-instructions',
    ]);
  }
  const password = readFileSync(passwordFile, 'utf8').trim();
  const port = await startOrJoin(data, directory, options);
  const passwords = {
    owner: findPassword(directory, 'owner'),
    server: findPassword(directory, 'server'),
  };
  const url: Cluster['url'] = (database, role) =>
    `postgres://${role ? `${USER}_${role}` : USER}:${role ? passwords[role] : password}@127.0.0.1:${port}/${database}`;
  await saveRoles(url('postgres'), passwords);
  return {
    url,
    stop: async () => {
      await asOwner('pg_ctl', ['-D', data, '-m', 'fast', '-w', '-t', '30', 'stop'], data).catch(
        () => undefined,
      );
    },
  };
}

/** The password of a role, made when it is first asked for. */
function findPassword(directory: string, role: ClusterRole): string {
  const file = join(directory, `password-${role}`);
  if (!existsSync(file)) writeFileSync(file, randomBytes(24).toString('hex'), { mode: 0o600 });
  return readFileSync(file, 'utf8').trim();
}

/**
 * One role owns the tables and migrates them, another serves: it can neither drop nor empty a
 * table, nor switch a trigger off.
 */
async function saveRoles(url: string, passwords: Record<ClusterRole, string>): Promise<void> {
  const client = await connectSoon(url);
  try {
    for (const [role, password] of Object.entries(passwords)) {
      const name = `${USER}_${role}`;
      const { rowCount } = await client.query('select 1 from pg_roles where rolname = $1', [name]);
      if (!rowCount) await client.query(`create role ${name} login password '${password}'`);
    }
  } finally {
    await client.end();
  }
}

const ANSWERS_WITHIN_MS = 60_000;

/**
 * Connects as soon as the database answers: one that was killed first makes good what it had begun.
 */
async function connectSoon(url: string) {
  const { default: pg } = await import('pg');
  for (const end = Date.now() + ANSWERS_WITHIN_MS; ;) {
    const client = new pg.Client({ connectionString: url, connectionTimeoutMillis: 5_000 });
    try {
      await client.connect();
      return client;
    } catch (error) {
      await client.end().catch(() => undefined);
      if (Date.now() > end) throw error;
      await new Promise((resolve) => setTimeout(resolve, 200));
    }
  }
}

/**
 * Whether the process of that number is the database of this directory: after a restart of the
 * machine another may have its number.
 */
function isOurs(pid: number, data: string): boolean {
  try {
    return readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes(data);
  } catch {
    return false;
  }
}

/**
 * A server that a killed session left running is used as it is; what a crash left of one is cleared
 * away.
 */
async function startOrJoin(
  data: string,
  directory: string,
  { isThrowAway = false, keepPort = false }: ClusterOptions,
): Promise<number> {
  findBinaries(readFileSync(join(data, 'PG_VERSION'), 'utf8').trim(), data);
  const pidFile = join(data, 'postmaster.pid');
  if (existsSync(pidFile)) {
    const [pid, , , port] = readFileSync(pidFile, 'utf8').split('\n').map(Number);
    if (isOurs(pid!, data)) return port!;
    rmSync(pidFile);
  }
  const portFile = join(directory, 'port');
  const port =
    keepPort && existsSync(portFile)
      ? Number(readFileSync(portFile, 'utf8'))
      : await findFreePort();
  writeFileSync(portFile, String(port));
  const settings = [
    '-c',
    `port=${port}`,
    '-c',
    'listen_addresses=127.0.0.1',
    '-c',
    'unix_socket_directories=',
    '-c',
    'max_connections=60',
    '-c',
    'shared_buffers=256MB',
    '-c',
    'work_mem=32MB',
    '-c',
    'maintenance_work_mem=256MB',
    '-c',
    'max_wal_size=2GB',
    '-c',
    'jit=off',
    '-c',
    'checkpoint_timeout=15min',
    '-c',
    'effective_cache_size=4GB',
    '-c',
    'random_page_cost=1.1',
    ...(isThrowAway
      ? ['-c', 'fsync=off', '-c', 'full_page_writes=off', '-c', 'synchronous_commit=off']
      : []),
  ];
  const log = join(directory, 'postgres.log');
  await asOwner(
    'pg_ctl',
    ['-D', data, '-w', '-t', '60', '-l', log, '-o', settings.join(' '), 'start'],
    data,
  ).catch(() => {
    throw new Error(whyNotStarted(log, directory));
  });
  return port;
}

/** What the database said last, with what to do about it. */
function whyNotStarted(log: string, directory: string): string {
  const said = existsSync(log) ? readFileSync(log, 'utf8').trim().split('\n').slice(-8) : [];
  if (said.some((line) => line.includes('No space left on device')))
    return `The disk that holds ${directory} is full: the database cannot start. Make room on it and start again; nothing is lost.`;
  return `The database in ${directory} did not start. It said:\n${said.map((line) => `  ${line}`).join('\n')}\nThe whole log is ${log}.`;
}

/**
 * Creates a database when it is not there, and makes the owner's what another role still owns; true
 * when it was made.
 */
export async function ensureDatabase(cluster: Cluster, name: string): Promise<boolean> {
  const { default: pg } = await import('pg');
  const client = new pg.Client({ connectionString: cluster.url('postgres') });
  await client.connect();
  try {
    const { rowCount } = await client.query('select 1 from pg_database where datname = $1', [name]);
    if (!rowCount) await client.query(`create database "${name}" owner ${USER}_owner`);
    else await client.query(`alter database "${name}" owner to ${USER}_owner`);
    await giveToOwner(cluster.url(name));
    return !rowCount;
  } finally {
    await client.end();
  }
}

/** Tables, views and functions that were made before there was an owner. */
async function giveToOwner(url: string): Promise<void> {
  const { default: pg } = await import('pg');
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  try {
    const { rows } = await client.query(`
      select format('alter %s %I.%I owner to ${USER}_owner', case c.relkind when 'v' then 'view' when 'S' then 'sequence' else 'table' end, n.nspname, c.relname) as change
        from pg_class c join pg_namespace n on n.oid = c.relnamespace
        where n.nspname in ('public', 'drizzle') and c.relkind in ('r', 'v', 'S', 'p') and pg_get_userbyid(c.relowner) = current_user
          and not exists (select from pg_depend d where d.objid = c.oid and d.deptype in ('a', 'i') and c.relkind = 'S')
      union all select format('alter function %s owner to
        ${USER}_owner', p.oid::regprocedure) from pg_proc p join pg_namespace n on n.oid = p.pronamespace where n.nspname = 'public' and pg_get_userbyid(p.proowner) = current_user
      union all select format('alter schema %I owner to
        ${USER}_owner', nspname) from pg_namespace where nspname in ('public', 'drizzle') and pg_get_userbyid(nspowner) <> '${USER}_owner'`);
    for (const { change } of rows) await client.query(change);
  } finally {
    await client.end();
  }
}

export function findFreePort(): Promise<number> {
  return new Promise((resolve, reject) => {
    const probe = createServer();
    probe.once('error', reject);
    probe.listen(0, '127.0.0.1', () => {
      const { port } = probe.address() as { port: number };
      probe.close(() => resolve(port));
    });
  });
}

/**
 * Where PostgreSQL's programs are: the newest that is installed, or those of the version that wrote
 * some data.
 */
function findBinaries(version: string | null = null, data = ''): string {
  const root = '/usr/lib/postgresql';
  const versions = existsSync(root)
    ? readdirSync(root).filter((version) => existsSync(join(root, version, 'bin', 'initdb')))
    : [];
  if (version !== null && !versions.includes(version)) {
    throw new Error(
      `The data in ${data} are of PostgreSQL ${version}, and that is not installed here (there is ${versions.join(', ') || 'none'}). Install it: apt-get install -y postgresql-${version}. Or name another directory with IRON_LADDER_DATA.`,
    );
  }
  if (version !== null) return join(root, version, 'bin');
  const newest = versions.sort((a, b) => Number(b) - Number(a))[0];
  if (!newest) throw new Error('PostgreSQL is not installed. Run: apt-get install -y postgresql');
  return join(root, newest, 'bin');
}

/** PostgreSQL refuses to run as root: then its own user runs it. */
function asOwner(program: string, args: string[], data: string | null = null) {
  const path = join(
    data === null
      ? findBinaries()
      : findBinaries(readFileSync(join(data, 'PG_VERSION'), 'utf8').trim(), data),
    program,
  );
  const cwd = '/tmp';
  return isRoot
    ? run('runuser', ['-u', 'postgres', '--', path, ...args], { cwd })
    : run(path, args, { cwd });
}

function makeOwned(directory: string): void {
  mkdirSync(directory, { recursive: true });
  if (!isRoot) return;
  const [uid, gid] = postgresIds();
  chownSync(directory, uid, gid);
  chmodSync(directory, 0o700);
  const reached = spawnSync('runuser', ['-u', 'postgres', '--', 'test', '-x', directory], {
    cwd: '/',
  });
  if (reached.status !== 0)
    throw new Error(
      `The user "postgres", who runs the database, cannot get to ${directory}. Choose a directory outside private folders with IRON_LADDER_DATA.`,
    );
}

function postgresIds(): [number, number] {
  const line = readFileSync('/etc/passwd', 'utf8')
    .split('\n')
    .find((each) => each.startsWith('postgres:'));
  if (!line)
    throw new Error('The user "postgres" is not there. Run: apt-get install -y postgresql');
  const [, , uid, gid] = line.split(':');
  return [Number(uid), Number(gid)];
}

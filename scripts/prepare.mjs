// What must be there before anything of ours can run. Node's own modules only.
import { execFileSync, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const root = fileURLToPath(new URL('..', import.meta.url));
process.chdir(root);
export const nodeTsx = ['--import', 'tsx'];

export function fail(error) {
  process.stderr.write(`${error instanceof Error ? error.message : error}\n`);
  process.exit(1);
}

function say(text) {
  process.stdout.write(`${text}\n`);
}

function hasPostgres() {
  const base = '/usr/lib/postgresql';
  return (
    existsSync(base) &&
    readdirSync(base).some((version) => existsSync(join(base, version, 'bin', 'initdb')))
  );
}

function hasBrowser() {
  return existsSync('/usr/bin/chromium-headless-shell');
}

/** Debian packages: PostgreSQL unless a server is given, Chromium for the tests. */
export function ensureSystem({ browser }) {
  const [major, minor] = process.versions.node.split('.').map(Number);
  if (major < 20 || (major === 20 && minor < 19))
    throw new Error(`Iron Ladder needs Node 20.19 or newer; this is ${process.version}.`);
  const missing = [];
  if (!process.env.DATABASE_URL && !hasPostgres()) missing.push('postgresql');
  if (browser && !hasBrowser()) missing.push('chromium-headless-shell');
  if (missing.length === 0) return;
  const line = `apt-get update && apt-get install -y --no-install-recommends ${missing.join(' ')}`;
  if (process.getuid?.() !== 0)
    throw new Error(
      `${missing.join(' and ')} must be installed once. Run:\n\n  sudo sh -c '${line}'\n\nand start again.`,
    );
  say(`Installing ${missing.join(' and ')} …`);
  // Debian would start a cluster of its own; ours is another.
  mkdirSync('/etc/postgresql-common', { recursive: true });
  const settings = '/etc/postgresql-common/createcluster.conf';
  if (!existsSync(settings)) writeFileSync(settings, 'create_main_cluster = false\n');
  const done = spawnSync('sh', ['-c', line], {
    stdio: ['ignore', 'ignore', 'inherit'],
    env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
  });
  if (done.status !== 0) throw new Error(`Installing failed. Run by hand: ${line}`);
}

/** `npm ci` when the packages are not those of the lock file. */
export function ensurePackages() {
  const wanted = createHash('sha256').update(readFileSync('package-lock.json')).digest('hex');
  const mark = 'node_modules/.iron-ladder-lock';
  if (existsSync(mark) && readFileSync(mark, 'utf8') === wanted) return;
  say('Installing packages …');
  const npm = process.env.npm_execpath ? [process.execPath, process.env.npm_execpath] : ['npm'];
  const done = spawnSync(
    npm[0],
    [...npm.slice(1), 'ci', '--no-audit', '--no-fund', '--loglevel=error'],
    { stdio: ['ignore', 'ignore', 'inherit'] },
  );
  if (done.status !== 0) throw new Error('npm ci failed; see above.');
  writeFileSync(mark, wanted);
}

function newestIn(folder) {
  let newest = 0;
  for (const entry of readdirSync(folder, { recursive: true, withFileTypes: true })) {
    if (!entry.isFile()) continue;
    newest = Math.max(newest, statSync(join(entry.parentPath ?? entry.path, entry.name)).mtimeMs);
  }
  return newest;
}

const isOlder = (built, newest) => !existsSync(built) || statSync(built).mtimeMs <= newest;

/** Builds page and server when a source is newer than the last build. */
export async function ensureBuilt({ page = true } = {}) {
  const common = Math.max(
    ...['core', 'contract'].map(newestIn),
    statSync('package-lock.json').mtimeMs,
  );
  const ofServer = Math.max(common, ...['server', 'demo', 'standins', 'scripts'].map(newestIn));
  const ofPage = Math.max(common, newestIn('web'), statSync('vite.config.ts').mtimeMs);
  const isPageOld = page && isOlder('dist/web/index.html', ofPage);
  const isServerOld = isOlder('dist/server/run.js', ofServer);
  if (isPageOld || isServerOld) say('Building …');
  if (isPageOld)
    execFileSync(
      process.execPath,
      ['node_modules/vite/bin/vite.js', 'build', '--logLevel', 'error'],
      { stdio: 'inherit' },
    );
  if (isServerOld) await (await import('./buildServer.mjs')).buildServer();
}

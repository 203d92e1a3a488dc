import { type ChildProcess, execFileSync, spawn } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { setTimeout as sleep } from 'node:timers/promises';
import { type Cluster, ensureDatabase, findFreePort, startCluster } from '../../scripts/cluster';
import { PASSWORD, UNITS_CSV } from '../api/company';

const DATABASE = 'torture';
const TODAY = '2026-11-18';
const UP_WITHIN_MS = 40_000;

export interface Answer {
  status: number;
  code: string;
  body: Record<string, unknown>;
}

/** A real database and real servers over it, each a process of its own that can be killed. */
export class World {
  private cluster!: Cluster;
  private servers: { port: number; process: ChildProcess; cookie: string; csrf: string }[] = [];
  private readonly directory = mkdtempSync('/tmp/iron-ladder-torture-');
  /** What a server has written to its log that is no refusal of ours. */
  readonly faults: string[] = [];

  get adminUrl(): string {
    return this.cluster.url(DATABASE);
  }

  async start(servers: number): Promise<void> {
    this.cluster = await startCluster(this.directory);
    await ensureDatabase(this.cluster, DATABASE);
    for (let at = 0; at < servers; at++) {
      this.servers.push({
        port: await findFreePort(),
        process: null as never,
        cookie: '',
        csrf: '',
      });
      await this.startServer(at);
      if (at === 0) await this.createCompany();
    }
  }

  async stop(): Promise<void> {
    for (const { process } of this.servers) process.kill('SIGKILL');
    await this.cluster.stop();
    rmSync(this.directory, { recursive: true, force: true });
  }

  get count(): number {
    return this.servers.length;
  }

  /** Starts a server again on its port and waits until it is healthy. */
  async startServer(at: number): Promise<void> {
    const server = this.servers[at]!;
    server.process = spawn(process.execPath, ['--enable-source-maps', 'dist/server/main.js'], {
      stdio: ['ignore', 'ignore', 'pipe'],
      env: {
        ...process.env,
        DATABASE_URL: this.cluster.url(DATABASE, 'server'),
        DATABASE_OWNER_URL: this.cluster.url(DATABASE, 'owner'),
        PORT: String(server.port),
        IRON_LADDER_TODAY: TODAY,
      },
    });
    server.process.stderr!.on('data', (chunk: Buffer) => {
      for (const line of chunk.toString().split('\n'))
        if (line.includes('"requestId"')) this.faults.push(line.slice(0, 600));
    });
    await this.untilHealthy(at);
  }

  async untilHealthy(at: number): Promise<void> {
    const end = Date.now() + UP_WITHIN_MS;
    while (Date.now() < end) {
      const answer = await fetch(`http://127.0.0.1:${this.servers[at]!.port}/api/health`).catch(
        () => null,
      );
      if (answer?.status === 200) return;
      await sleep(100);
    }
    throw new Error(`Server ${at} was not healthy within ${UP_WITHIN_MS / 1000} s.`);
  }

  killServer(at: number, signal: 'SIGKILL' | 'SIGTERM'): Promise<void> {
    const { process } = this.servers[at]!;
    return new Promise((resolve) => {
      process.once('exit', () => resolve());
      process.kill(signal);
    });
  }

  /** Ends the database as a failing machine would, and starts it again on its port. */
  async killDatabase(): Promise<void> {
    const pid = Number(
      readFileSync(`${this.directory}/postgres/postmaster.pid`, 'utf8').split('\n')[0],
    );
    process.kill(pid, 'SIGKILL');
    await sleep(300);
    for (let tries = 0; ; tries++) {
      try {
        this.cluster = await startCluster(this.directory, { keepPort: true });
        return;
      } catch (error) {
        // Its processes may still hold the shared memory.
        if (tries > 40) throw error;
        await sleep(500);
      }
    }
  }

  /** Lets the database stand still, with all of its connections open, or go on. */
  holdDatabase(signal: 'SIGSTOP' | 'SIGCONT'): void {
    const postmaster = readFileSync(`${this.directory}/postgres/postmaster.pid`, 'utf8').split(
      '\n',
    )[0]!;
    const backends = execFileSync('pgrep', ['-P', postmaster]).toString().trim().split('\n');
    for (const pid of [postmaster, ...backends]) process.kill(Number(pid), signal);
  }

  /** How a server says it is; 0 where it says nothing. */
  async healthOf(at: number): Promise<number> {
    return fetch(`http://127.0.0.1:${this.servers[at]!.port}/api/health`, {
      signal: AbortSignal.timeout(4_000),
    }).then(
      (answer) => answer.status,
      () => 0,
    );
  }

  /** Asks a server; status 0 where nothing came back. */
  async ask(
    at: number,
    method: string,
    path: string,
    body?: unknown,
    headers: Record<string, string> = {},
  ): Promise<Answer> {
    const server = this.servers[at]!;
    const isText = typeof body === 'string';
    try {
      const answer = await fetch(`http://127.0.0.1:${server.port}/api/v1${path}`, {
        method,
        signal: AbortSignal.timeout(60_000),
        headers: {
          cookie: server.cookie,
          'x-csrf': server.csrf,
          ...(body === undefined
            ? {}
            : { 'content-type': isText ? 'text/csv' : 'application/json' }),
          ...headers,
        },
        ...(body === undefined ? {} : { body: isText ? body : JSON.stringify(body) }),
      });
      const parsed = (await answer.json().catch(() => ({}))) as Record<string, unknown>;
      return { status: answer.status, code: String(parsed['code'] ?? ''), body: parsed };
    } catch {
      return { status: 0, code: 'noAnswer', body: {} };
    }
  }

  private async createCompany(): Promise<void> {
    const made = await this.ask(0, 'POST', '/first-run', {
      company: 'Harrow & Tide',
      currency: 'EUR',
      timeZone: 'Europe/London',
      calendar: { kind: 'month', firstMonth: 4, yearLabel: 'ends' },
      weekdays: [1, 2, 3, 4, 5],
      administrator: { name: 'Mara Okoye', email: 'mara@example.com', password: PASSWORD },
      branches: [],
      unitsCsv: UNITS_CSV,
    });
    if (made.status !== 201) throw new Error(JSON.stringify(made));
  }

  /** Signs in at a server, and stays so through its deaths: sessions are in the database. */
  async signIn(at: number): Promise<void> {
    const server = this.servers[at]!;
    const answer = await fetch(`http://127.0.0.1:${server.port}/api/v1/session`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ email: 'mara@example.com', password: PASSWORD }),
    });
    server.cookie = (
      answer.headers.getSetCookie().find((each) => each.startsWith('iron_ladder=')) ?? ''
    ).split(';')[0]!;
    server.csrf = ((await answer.json()) as { csrf: string }).csrf;
  }
}

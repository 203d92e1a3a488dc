import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { createConnection } from 'node:net';
import { createInterface } from 'node:readline';
import { fileURLToPath } from 'node:url';
import { time, type Timing, toTiming } from './measure';

interface Asked {
  url: string;
  headers: Record<string, string>;
  warmUp: number;
  runs: number;
}

interface Mix {
  urls: string[];
  headers: Record<string, string>;
  seconds: number;
}

const SELF = fileURLToPath(import.meta.url);

/**
 * Times requests from a process of its own, on a kept connection: what is measured is the server,
 * not its client.
 */
export async function measureRequests(asked: Asked): Promise<Timing> {
  return toTiming(await runClient<number[]>(asked));
}

function runClient<Answer>(work: Asked | Mix): Promise<Answer> {
  return new Promise((resolve, reject) => {
    const client = spawn(process.execPath, ['--import', 'tsx', SELF, JSON.stringify(work)], {
      stdio: ['ignore', 'pipe', 'inherit'],
    });
    let text = '';
    client.stdout.on('data', (chunk: Buffer) => (text += chunk));
    client.once('error', reject);
    client.once('close', (code) =>
      code === 0
        ? resolve(JSON.parse(text) as Answer)
        : reject(new Error(`The measuring client ended with ${code}.`)),
    );
  });
}

export interface Asker {
  /** Milliseconds of one more request. */
  ask(): Promise<number>;
  close(): void;
}

/** A client in a process of its own that asks whenever it is told to. */
export function openAsker({ url, headers }: Pick<Asked, 'url' | 'headers'>): Asker {
  const client = spawn(
    process.execPath,
    ['--import', 'tsx', SELF, JSON.stringify({ url, headers, warmUp: 0, runs: 0 })],
    { stdio: ['pipe', 'pipe', 'inherit'] },
  );
  const lines = createInterface(client.stdout);
  return {
    async ask() {
      const answer = once(lines, 'line');
      client.stdin.write('\n');
      const [text] = (await answer) as [string];
      return Number(text);
    },
    close: () => void client.kill(),
  };
}

/**
 * Asks these one after the other, in an order drawn by lot, for some seconds: milliseconds of each,
 * url by url.
 */
export function measureMix(mix: Mix): Promise<number[][]> {
  return runClient(mix);
}

/**
 * One kept connection that reads no more of an answer than its status and length: a general client
 * takes longer than the server.
 */
export function connect({
  url,
  headers,
}: Pick<Asked, 'url' | 'headers'>): Promise<{ get(): Promise<void>; close(): void }> {
  const { hostname, port, pathname, search } = new URL(url);
  const question = [
    `GET ${pathname}${search} HTTP/1.1`,
    `host: ${hostname}:${port}`,
    ...Object.entries(headers).map(([name, value]) => `${name}: ${value}`),
    '',
    '',
  ].join('\r\n');
  const socket = createConnection({ host: hostname, port: Number(port), noDelay: true });
  let waiting: { resolve(): void; reject(error: Error): void } | null = null;
  let head = '';
  let missing = -1;
  socket
    .on('data', (chunk: Buffer) => {
      if (missing < 0) {
        head += chunk.toString('latin1');
        const end = head.indexOf('\r\n\r\n');
        if (end < 0) return;
        const length = /content-length: (\d+)/i.exec(head);
        if (!head.startsWith('HTTP/1.1 200') || !length)
          return waiting!.reject(
            new Error(`${url} was answered with ${head.slice(0, head.indexOf('\r\n'))}.`),
          );
        missing = Number(length[1]) - (head.length - end - 4);
      } else missing -= chunk.length;
      if (missing > 0) return;
      [head, missing] = ['', -1];
      waiting!.resolve();
    })
    .on('error', (error) => waiting?.reject(error));
  return new Promise((resolve) =>
    socket.once('connect', () =>
      resolve({
        get: () =>
          new Promise<void>((done, fail) => {
            waiting = { resolve: done, reject: fail };
            socket.write(question);
          }),
        close: () => void socket.destroy(),
      }),
    ),
  );
}

async function runMix({ urls, headers, seconds }: Mix): Promise<number[][]> {
  const connections = await Promise.all(urls.map((url) => connect({ url, headers })));
  const times: number[][] = urls.map(() => []);
  for (let until = performance.now() + seconds * 1_000; performance.now() < until;) {
    const at = Math.floor(Math.random() * urls.length);
    times[at]!.push(await time(connections[at]!.get));
  }
  for (const each of connections) each.close();
  return times;
}

async function runRequests(asked: Asked): Promise<number[]> {
  const connection = await connect(asked);
  if (asked.runs === 0)
    for await (const _ of createInterface(process.stdin))
      process.stdout.write(`${await time(connection.get)}\n`);
  const times: number[] = [];
  for (let i = -asked.warmUp; i < asked.runs; i++) {
    const took = await time(connection.get);
    if (i >= 0) times.push(took);
  }
  connection.close();
  return times;
}

if (process.argv[1] === SELF) {
  const work = JSON.parse(process.argv[2]!) as Asked | Mix;
  process.stdout.write(
    JSON.stringify('urls' in work ? await runMix(work) : await runRequests(work)),
  );
}

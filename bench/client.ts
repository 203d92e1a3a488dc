import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { Agent, request } from 'node:http';
import { createInterface } from 'node:readline';
import { fileURLToPath } from 'node:url';
import { quantile, type Timing } from './measure';

interface Asked {
  url: string;
  headers: Record<string, string>;
  warmUp: number;
  runs: number;
}

const SELF = fileURLToPath(import.meta.url);

/** Times requests from a process of its own, on a kept connection: what is measured is the server, not its client. */
export function measureRequests(asked: Asked): Promise<Timing> {
  return new Promise((resolve, reject) => {
    const client = spawn(process.execPath, ['--import', 'tsx', SELF, JSON.stringify(asked)], { stdio: ['ignore', 'pipe', 'inherit'] });
    let text = '';
    client.stdout.on('data', (chunk: Buffer) => (text += chunk));
    client.once('error', reject);
    client.once('close', (code) => {
      if (code !== 0) return reject(new Error(`The measuring client ended with ${code}.`));
      const times = JSON.parse(text) as number[];
      resolve({ p50: quantile(times, 0.5), p95: quantile(times, 0.95), p99: quantile(times, 0.99) });
    });
  });
}

export interface Asker {
  /** Milliseconds of one more request. */
  ask(): Promise<number>;
  close(): void;
}

/** A client in a process of its own that asks whenever it is told to. */
export function openAsker({ url, headers }: Pick<Asked, 'url' | 'headers'>): Asker {
  const client = spawn(process.execPath, ['--import', 'tsx', SELF, JSON.stringify({ url, headers, warmUp: 0, runs: 0 })], { stdio: ['pipe', 'pipe', 'inherit'] });
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

function get({ url, headers }: Pick<Asked, 'url' | 'headers'>, agent: Agent): Promise<void> {
  return new Promise((resolve, reject) => {
    request(url, { headers, agent }, (answer) => {
      if (answer.statusCode !== 200) return reject(new Error(`${url} was answered with ${answer.statusCode}.`));
      answer.on('data', () => undefined).on('end', resolve);
    }).on('error', reject).end();
  });
}

if (process.argv[1] === SELF) {
  const asked = JSON.parse(process.argv[2]!) as Asked;
  const agent = new Agent({ keepAlive: true });
  if (asked.runs === 0) {
    for await (const _ of createInterface(process.stdin)) {
      const start = performance.now();
      await get(asked, agent);
      process.stdout.write(`${performance.now() - start}\n`);
    }
  }
  const times: number[] = [];
  for (let i = -asked.warmUp; i < asked.runs; i++) {
    const start = performance.now();
    await get(asked, agent);
    if (i >= 0) times.push(performance.now() - start);
  }
  agent.destroy();
  process.stdout.write(JSON.stringify(times));
}

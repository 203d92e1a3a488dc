import { spawn } from 'node:child_process';
import { Agent, request } from 'node:http';
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

function get({ url, headers }: Asked, agent: Agent): Promise<void> {
  return new Promise((resolve, reject) => {
    request(url, { headers, agent }, (answer) => {
      answer.on('data', () => undefined).on('end', resolve);
    }).on('error', reject).end();
  });
}

if (process.argv[1] === SELF) {
  const asked = JSON.parse(process.argv[2]!) as Asked;
  const agent = new Agent({ keepAlive: true });
  const times: number[] = [];
  for (let i = -asked.warmUp; i < asked.runs; i++) {
    const start = performance.now();
    await get(asked, agent);
    if (i >= 0) times.push(performance.now() - start);
  }
  agent.destroy();
  process.stdout.write(JSON.stringify(times));
}

import { fileURLToPath } from 'node:url';
import { Agent, get, type IncomingMessage } from 'node:http';

/** Screens that are open: half of them pages that hear that something changed and ask for their standing, half of them wall boards that ask for themselves. */
interface Asked {
  address: string;
  headers: Record<string, string>;
  secrets: string[];
  pages: number;
}

const SELF = fileURLToPath(import.meta.url);

export function listenerCommand(asked: Asked): string[] {
  return ['--import', 'tsx', SELF, JSON.stringify(asked)];
}

if (process.argv[1] === SELF) {
  const { address, headers, secrets, pages } = JSON.parse(process.argv[2]!) as Asked;
  const agent = new Agent({ keepAlive: true, maxSockets: 64 });
  const fetchAll = (path: string, own: Record<string, string>) => new Promise<void>((resolve, reject) => {
    get(`${address}/api/v1${path}`, { headers: own, agent }, (answer) => answer.on('data', () => undefined).on('end', resolve)).on('error', reject);
  });
  const open = (path: string, own: Record<string, string>, view: string) => new Promise<void>((resolve) => {
    get(`${address}/api/v1${path}`, { headers: own }, (answer: IncomingMessage) => {
      resolve();
      answer.on('data', (chunk: Buffer) => {
        if (!chunk.includes('data: ')) return;
        const heard = performance.timeOrigin + performance.now();
        void fetchAll(view, own).then(() => process.stdout.write(`${JSON.stringify({ heard, shown: performance.timeOrigin + performance.now() })}\n`));
      });
    });
  });
  await Promise.all([
    ...Array.from({ length: pages }, () => open('/events', headers, '/standing?unit=t0&period=FY2027-P08')),
    ...secrets.map((secret) => open(`/board/${secret}/events`, {}, `/board/${secret}`)),
  ]);
  process.stdout.write('ready\n');
}

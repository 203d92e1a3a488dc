import { get, type IncomingMessage } from 'node:http';
import { fileURLToPath } from 'node:url';
import { connect } from './client';

/**
 * Screens that are open: half of them pages that hear that something changed and ask for their
 * standing, half of them wall boards that ask for themselves.
 */
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
  const now = () => performance.timeOrigin + performance.now();
  const open = async (path: string, own: Record<string, string>, view: string) => {
    // As a browser does: what it hears comes by one connection, what it asks goes by another.
    const connection = await connect({ url: `${address}/api/v1${view}`, headers: own });
    await new Promise<void>((resolve) => {
      get(`${address}/api/v1${path}`, { headers: own }, (answer: IncomingMessage) => {
        resolve();
        answer.on('data', (chunk: Buffer) => {
          if (!chunk.includes('data: ')) return;
          const heard = now();
          void connection
            .get()
            .then(() => process.stdout.write(`${JSON.stringify({ heard, shown: now() })}\n`));
        });
      });
    });
  };
  await Promise.all([
    ...Array.from({ length: pages }, () =>
      open('/events', headers, '/attainment?unit=t0&period=FY2027-P08'),
    ),
    ...secrets.map((secret) =>
      open(`/public/boards/${secret}/events`, {}, `/public/boards/${secret}`),
    ),
  ]);
  process.stdout.write('ready\n');
}

import { spawn } from 'node:child_process';
import { Agent, request } from 'node:http';
import { text } from 'node:stream/consumers';
import { fileURLToPath } from 'node:url';
import { signDelivery } from '#server/signature';

interface Sending {
  url: string;
  secret: string;
  /** How many are under way at once. */
  senders: number;
  deliveries: readonly { key: string; body: string }[];
}

const SELF = fileURLToPath(import.meta.url);

/**
 * Sends signed deliveries from a process of its own, on kept connections: what is measured is the
 * server, not its client. @returns milliseconds
 */
export async function sendDeliveries(sending: Sending): Promise<number> {
  const sender = spawn(process.execPath, ['--import', 'tsx', SELF], {
    stdio: ['pipe', 'pipe', 'inherit'],
  });
  sender.stdin.end(JSON.stringify(sending));
  const [said, code] = await Promise.all([
    text(sender.stdout),
    new Promise((resolve, reject) => sender.once('close', resolve).once('error', reject)),
  ]);
  if (code !== 0) throw new Error(`The sender ended with ${String(code)}.`);
  return Number(said);
}

function post(
  { url, secret }: Sending,
  agent: Agent,
  { key, body }: Sending['deliveries'][number],
): Promise<void> {
  const timestamp = String(Math.floor(Date.now() / 1000));
  const headers = {
    'content-type': 'application/json',
    'content-length': Buffer.byteLength(body),
    'webhook-id': key,
    'webhook-timestamp': timestamp,
    'webhook-signature': signDelivery(secret, { id: key, timestamp }, body),
  };
  return new Promise((resolve, reject) => {
    request(url, { method: 'POST', headers, agent }, (answer) => {
      answer
        .on('data', () => undefined)
        .on('end', () =>
          answer.statusCode === 200
            ? resolve()
            : reject(new Error(`${key} was answered with ${answer.statusCode}.`)),
        );
    })
      .on('error', reject)
      .end(body);
  });
}

if (process.argv[1] === SELF) {
  const sending = JSON.parse(await text(process.stdin)) as Sending;
  const agent = new Agent({ keepAlive: true });
  let at = 0;
  const start = performance.now();
  await Promise.all(
    Array.from({ length: sending.senders }, async () => {
      while (at < sending.deliveries.length) await post(sending, agent, sending.deliveries[at++]!);
    }),
  );
  process.stdout.write(String(performance.now() - start));
  agent.destroy();
}

import { createServer, type IncomingMessage, type Server } from 'node:http';
import { Orders } from './orders';
import { Outbox } from './outbox';
import { type Shown, writePage } from './page';

export interface OrderSystemOptions {
  port: number;
  /** Where deliveries go. */
  url: string;
  secret: string;
  /** The business date, ISO 8601. */
  today(): string;
  /** Begins by sending by itself; else it waits for the button of its page. */
  isSending: boolean;
}

const LARGEST_FORM = 10_000;
/** Orders a minute until another rate is set: enough to be seen, too few to turn a month. */
const FIRST_RATE = 2;

/**
 * A small order system that stands in for a real one: it speaks the real protocol, and has a page
 * of its own to play with.
 */
export async function serveOrderSystem({
  port,
  url,
  secret,
  today,
  isSending,
}: OrderSystemOptions): Promise<{ stop(): Promise<void> }> {
  const outbox = new Outbox(url, secret, {
    post: (to, init) => fetch(to, init),
    now: () => Math.floor(Date.now() / 1000),
  });
  const orders = new Orders(today(), String(Date.now() % 100_000));
  let perMinute = FIRST_RATE;
  let timer: NodeJS.Timeout | null = null;

  const happen = () => {
    outbox.add(orders.next());
    void outbox.flush();
  };
  const stop = () => {
    if (timer) clearInterval(timer);
    timer = null;
  };
  const start = () => {
    stop();
    timer = setInterval(happen, 60_000 / perMinute);
  };
  // What could not be sent is tried again, for as long as it takes.
  const retry = setInterval(() => void outbox.flush(), 1_000);

  const actions: Readonly<Record<string, (form: URLSearchParams) => unknown>> = {
    start,
    stop,
    rate: (form) => {
      perMinute = Math.min(6_000, Math.max(1, Number(form.get('perMinute')) || perMinute));
      if (timer) start();
    },
    one: happen,
    repeat: () => outbox.repeat(),
    bad: () => {
      outbox.add(orders.bad());
      return outbox.flush();
    },
    forged: () =>
      outbox.last &&
      outbox.send({ ...outbox.last, key: `forged-${Date.now()}` }, 'whsec_bm90IHRoZSBzZWNyZXQ='),
    away: () => {
      outbox.isAway = true;
    },
    back: () => {
      outbox.isAway = false;
      return outbox.flush();
    },
  };
  const show = (): Shown => ({
    isRunning: timer !== null,
    perMinute,
    isAway: outbox.isAway,
    taken: outbox.taken,
    refused: outbox.refused,
    kept: outbox.kept,
    lastBody: outbox.last?.body ?? '',
    lastAnswer: outbox.lastAnswer,
    url,
  });

  const server: Server = createServer((request, response) => {
    void (async () => {
      const action = /^\/do\/(\w+)$/.exec(request.url ?? '')?.[1];
      if (request.method === 'POST' && action && actions[action] && isOwnPage(request)) {
        await actions[action](new URLSearchParams(await readForm(request)));
        return response.writeHead(303, { location: '/' }).end();
      }
      if (request.method !== 'GET' || request.url !== '/')
        return response.writeHead(404).end('Not here.');
      return response
        .writeHead(200, {
          'content-type': 'text/html; charset=utf-8',
          'content-security-policy':
            "default-src 'none'; style-src 'unsafe-inline'; form-action 'self'",
        })
        .end(writePage(show()));
    })().catch(() => response.writeHead(500).end('Something went wrong.'));
  });
  await new Promise<void>((resolve, reject) => {
    server.once('error', reject);
    server.listen(port, '127.0.0.1', resolve);
  });
  if (isSending) start();
  return {
    stop: () =>
      new Promise((resolve) => {
        stop();
        clearInterval(retry);
        server.close(() => resolve());
        server.closeAllConnections();
      }),
  };
}

/** A page of another origin must not make it send. */
function isOwnPage({ headers }: IncomingMessage): boolean {
  const site = headers['sec-fetch-site'];
  return site === undefined || site === 'same-origin' || site === 'none';
}

async function readForm(request: IncomingMessage): Promise<string> {
  let text = '';
  for await (const chunk of request as AsyncIterable<Buffer>) {
    text += chunk.toString();
    if (text.length > LARGEST_FORM) break;
  }
  return text;
}

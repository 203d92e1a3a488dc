import { createServer, type IncomingMessage, type Server } from 'node:http';
import { Webhook } from 'standardwebhooks';
import { type ReceiverState, type TakenEvent, writePage } from './page';

const MOST_KEPT = 200;
const LARGEST_BODY = 1_000_000;

/**
 * A small receiver that stands in for a real one: it checks signatures with the reference library of
 * Standard Webhooks, keeps what it takes in memory, and shows it on a page of its own.
 */
export async function serveWebhookReceiver({
  port,
  secret,
}: {
  port: number;
  /** Read at each delivery: it may have been changed. */
  secret(): Promise<string>;
}): Promise<{ events(): readonly TakenEvent[]; stop(): Promise<void> }> {
  const state: ReceiverState & { events: TakenEvent[] } = {
    events: [],
    answer: 204,
    repeated: 0,
    wronglySigned: 0,
  };
  const take = async (request: IncomingMessage, body: string): Promise<number> => {
    if (state.answer !== 204) return state.answer;
    const headers = Object.fromEntries(
      ['webhook-id', 'webhook-timestamp', 'webhook-signature'].map((name) => [
        name,
        String(request.headers[name] ?? ''),
      ]),
    );
    try {
      new Webhook(await secret()).verify(body, headers);
    } catch {
      state.wronglySigned++;
      return 401;
    }
    const key = headers['webhook-id']!;
    if (state.events.some((event) => event.key === key)) state.repeated++;
    else {
      const { type } = JSON.parse(body) as { type: string };
      state.events.unshift({ key, type, at: new Date(), isSigned: true, body });
      state.events.length = Math.min(state.events.length, MOST_KEPT);
    }
    return 204;
  };
  const server: Server = createServer((request, response) => {
    void (async () => {
      const { method, url = '/' } = request;
      const status = /^\/do\/(204|302|500)$/.exec(url)?.[1];
      if (method === 'POST' && status && isOwnPage(request)) {
        state.answer = Number(status);
        return response.writeHead(303, { location: '/' }).end();
      }
      if (method === 'POST' && url === '/events') {
        const answer = await take(request, await readBody(request));
        return response
          .writeHead(answer, answer === 302 ? { location: 'http://localhost/' } : {})
          .end();
      }
      if (method !== 'GET' || url !== '/') return response.writeHead(404).end('Not here.');
      return response
        .writeHead(200, {
          'content-type': 'text/html; charset=utf-8',
          'content-security-policy':
            "default-src 'none'; style-src 'unsafe-inline'; form-action 'self'",
        })
        .end(writePage(state));
    })().catch(() => response.writeHead(500).end('Something went wrong.'));
  });
  await new Promise<void>((resolve, reject) => {
    server.once('error', reject);
    server.listen(port, '127.0.0.1', resolve);
  });
  return {
    events: () => state.events,
    stop: () =>
      new Promise((resolve) => {
        server.close(() => resolve());
        server.closeAllConnections();
      }),
  };
}

/** A page of another origin must not change it. */
function isOwnPage({ headers }: IncomingMessage): boolean {
  const site = headers['sec-fetch-site'];
  return site === undefined || site === 'same-origin' || site === 'none';
}

async function readBody(request: IncomingMessage): Promise<string> {
  let text = '';
  for await (const chunk of request as AsyncIterable<Buffer>) {
    text += chunk.toString();
    if (text.length > LARGEST_BODY) throw new Error('Too large.');
  }
  return text;
}

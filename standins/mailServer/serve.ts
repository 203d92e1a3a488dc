import { createServer, type IncomingMessage, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { SMTPServer } from 'smtp-server';
import { writeList, writeMail } from './page';
import { MailStore } from './store';

export interface MailServerOptions {
  /** Where it listens for SMTP, on this machine alone; 0: wherever there is room. */
  smtpPort: number;
  /** Where its page is. */
  pagePort: number;
}

const LARGEST_MAIL = 30_000_000;
const LARGEST_FORM = 10_000;
/** RFC 5321, 4.2.2. */
const [NOT_NOW, NO_SUCH_MAILBOX] = [421, 550];

/**
 * A small mail server that stands in for a real one: it speaks SMTP, keeps what it takes in memory,
 * and shows it on a page of its own.
 */
export async function serveMailServer({
  smtpPort,
  pagePort,
}: MailServerOptions): Promise<{ smtpPort: number; stop(): Promise<void> }> {
  const store = new MailStore();
  const refused = new Set<string>();
  let isAway = false;
  const smtp = new SMTPServer({
    authOptional: true,
    disabledCommands: ['STARTTLS'],
    size: LARGEST_MAIL,
    onConnect: (_session, done) =>
      done(isAway ? Object.assign(new Error('Away for a while'), { responseCode: NOT_NOW }) : null),
    onRcptTo: ({ address }, _session, done) =>
      done(
        refused.has(address.toLowerCase())
          ? Object.assign(new Error('No such mailbox'), { responseCode: NO_SUCH_MAILBOX })
          : null,
      ),
    onData: (stream, _session, done) => {
      const chunks: Buffer[] = [];
      stream.on('data', (chunk: Buffer) => chunks.push(chunk));
      stream.on('end', () => {
        store.take(Buffer.concat(chunks)).then(
          () => done(),
          (error: Error) => done(error),
        );
      });
    },
  });
  // A line that breaks is the sender's to notice.
  smtp.on('error', () => undefined);

  const page: Server = createServer((request, response) => {
    void (async () => {
      const { method = 'GET', url = '/' } = request;
      const action = /^\/do\/(\w+)$/.exec(url)?.[1];
      if (method === 'POST' && action && isOwnPage(request)) {
        if (action === 'away') isAway = true;
        if (action === 'back') isAway = false;
        if (action === 'refuse') {
          const address = new URLSearchParams(await readForm(request)).get('address');
          if (address) refused.add(address.toLowerCase());
        }
        return response.writeHead(303, { location: '/' }).end();
      }
      const [, number, file] = /^\/mails\/(\d+)(?:\/(raw|files\/\d+))?$/.exec(url) ?? [];
      const mail = number === undefined ? undefined : store.find(Number(number));
      if (method !== 'GET' || (url !== '/' && !mail))
        return response.writeHead(404).end('Not here.');
      if (mail && file !== undefined) {
        if (file === 'raw')
          return response.writeHead(200, { 'content-type': 'message/rfc822' }).end(mail.raw);
        const found = mail.attachments[Number(file.slice('files/'.length))];
        return found
          ? response
              .writeHead(200, { 'content-type': found.type, 'content-disposition': 'attachment' })
              .end(found.content)
          : response.writeHead(404).end('Not here.');
      }
      return response
        .writeHead(200, {
          'content-type': 'text/html; charset=utf-8',
          'content-security-policy':
            "default-src 'none'; style-src 'unsafe-inline'; frame-src 'self'; form-action 'self'",
        })
        .end(
          mail
            ? writeMail(mail)
            : writeList({ mails: store.all, isAway, refused, repeated: store.repeated }),
        );
    })().catch(() => response.writeHead(500).end('Something went wrong.'));
  });
  await listen(smtp.server as Server, (done) => smtp.listen(smtpPort, '127.0.0.1', done));
  try {
    await listen(page, (done) => page.listen(pagePort, '127.0.0.1', done));
  } catch (error) {
    await new Promise<void>((resolve) => smtp.close(resolve));
    throw error;
  }
  return {
    smtpPort: (smtp.server.address() as AddressInfo).port,
    stop: async () => {
      await new Promise<void>((resolve) => smtp.close(resolve));
      await new Promise<void>((resolve) => {
        page.close(() => resolve());
        page.closeAllConnections();
      });
    },
  };
}

function listen(server: Pick<Server, 'once'>, begin: (done: () => void) => unknown): Promise<void> {
  return new Promise((resolve, reject) => {
    server.once('error', reject);
    begin(resolve);
  });
}

/** A page of another origin must not change it. */
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

import { createServer } from 'node:net';
import { extract } from 'letterparser';
import { createTransport } from 'nodemailer';
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest';
import { queueMail } from '#server/mail/index';
import { type MailTransport, sendDue } from '#server/mail/send';
import { serveMailServer } from '#standins/mailServer/index';
import { createCompany, createDatabase, startServer, type TestServer } from './harness';

let server: TestServer;
let people: Awaited<ReturnType<typeof createCompany>>;

beforeAll(async () => {
  server = await startServer(await createDatabase());
  people = await createCompany(server);
});
afterAll(() => server.stop());
afterEach(() => server.db.execute('delete from outgoing_mail'));

const FROM = { sender: 'Iron Ladder <sales@example.com>', host: 'example.com' };
const letter = (key: string, over: object = {}) => ({
  key,
  kind: 'report' as const,
  userId: null,
  address: 'mara@example.com',
  subject: 'Where Saltmarsh stands',
  title: 'Saltmarsh is behind',
  parts: [
    { kind: 'text' as const, text: 'Größe & <b>Maß</b>' },
    { kind: 'table' as const, head: ['Who', 'Attainment'], rows: [['Ilse Varga', '79%']] },
    { kind: 'link' as const, text: 'Open it', url: 'https://sales.example.com/standing?unit=salt' },
  ],
  footer: 'You asked for it.',
  ...over,
});
const stateOf = async () =>
  (await people.admin.get('/mail'))
    .json()
    .mails.map((mail: { state: string; attempts: number }) => [mail.state, mail.attempts]);
/** Makes everything due that waits for its next attempt. */
const passTime = () => server.db.execute('update outgoing_mail set due_at = now()');

class Recorder implements MailTransport {
  sent: { to: string; messageId: string }[] = [];
  trouble: (Error & { responseCode?: number }) | null = null;
  async sendMail(mail: { to?: unknown; messageId?: string }) {
    if (this.trouble) throw this.trouble;
    this.sent.push({ to: String(mail.to), messageId: mail.messageId! });
  }
  close() {}
}

async function freePort(): Promise<number> {
  const probe = createServer();
  await new Promise<void>((resolve) => probe.listen(0, '127.0.0.1', resolve));
  const { port } = probe.address() as { port: number };
  await new Promise((resolve) => probe.close(resolve));
  return port;
}

describe('the outbox', () => {
  it('takes a key once, and nothing of a transaction that fails', async () => {
    await queueMail(server.db, [letter('a'), letter('a')]);
    await expect(
      server.db.transaction(async (tx) => {
        await queueMail(tx, [letter('b')]);
        throw new Error('it did not happen');
      }),
    ).rejects.toThrow();
    expect(await stateOf()).toEqual([['waiting', 0]]);
  });

  it('is sent by one of two servers, each mail once', async () => {
    await queueMail(
      server.db,
      Array.from({ length: 30 }, (_, i) => letter(`m${i}`)),
    );
    const [one, other] = [new Recorder(), new Recorder()];
    const drain = async (transport: MailTransport) => {
      while ((await sendDue(server.db, transport, FROM)) > 0);
    };
    await Promise.all([drain(one), drain(other)]);
    const ids = [...one.sent, ...other.sent].map(({ messageId }) => messageId);
    expect([ids.length, new Set(ids).size]).toEqual([30, 30]);
  });

  it('keeps what a mail server that is away did not take, and sends it when it is back', async () => {
    await queueMail(server.db, [letter('away')]);
    const transport = new Recorder();
    transport.trouble = Object.assign(new Error('connect ECONNREFUSED'), {});
    await sendDue(server.db, transport, FROM);
    expect(await stateOf()).toEqual([['waiting', 1]]);
    // Not before its time.
    expect(await sendDue(server.db, transport, FROM)).toBe(0);
    transport.trouble = null;
    await passTime();
    await sendDue(server.db, transport, FROM);
    expect([await stateOf(), transport.sent.length]).toEqual([[['sent', 2]], 1]);
  });

  it('sends what a server died over again after its lease, with the same Message-ID', async () => {
    await queueMail(server.db, [letter('died')]);
    const lost = new Recorder();
    await sendDue(server.db, lost, FROM);
    await server.db.execute(`update outgoing_mail set state = 'sending', sent_at = null`);
    const next = new Recorder();
    await passTime();
    await sendDue(server.db, next, FROM);
    expect(next.sent[0]!.messageId).toBe(lost.sent[0]!.messageId);
  });

  it('gives up at once what is refused for good, lists it, and tries it again when asked', async () => {
    await queueMail(server.db, [letter('refused')]);
    const transport = new Recorder();
    transport.trouble = Object.assign(new Error('550 No such mailbox'), { responseCode: 550 });
    await sendDue(server.db, transport, FROM);
    const { mails, counts, hasServer } = (await people.admin.get('/mail?state=failed')).json();
    expect([mails[0].error, counts.failed, hasServer]).toEqual(['550 No such mailbox', 1, false]);
    const again = await people.admin.send('POST', `/mail/${mails[0].id}/retry`);
    expect(again.json()).toMatchObject({ state: 'waiting', attempts: 0 });
    expect((await people.admin.send('POST', '/mail/999999/retry')).statusCode).toBe(404);
    expect((await people.manager.get('/mail')).statusCode).toBe(403);
  });

  it('gives up after three days of trying', async () => {
    await queueMail(server.db, [letter('long')]);
    const transport = new Recorder();
    transport.trouble = new Error('connection timed out');
    let tries = 0;
    while ((await sendDue(server.db, transport, FROM)) > 0 && tries < 50) {
      tries++;
      await passTime();
    }
    expect([await stateOf(), tries]).toEqual([[['failed', 10]], 10]);
  });

  it('speaks SMTP: what arrives is read by another parser (letterparser) as it was written', async () => {
    const [smtpPort, pagePort] = [await freePort(), await freePort()];
    const standIn = await serveMailServer({ smtpPort, pagePort });
    const transport = createTransport({ host: '127.0.0.1', port: smtpPort });
    try {
      await queueMail(server.db, [
        letter('smtp', {
          subject: 'Umsatz größer als\r\nBcc: all@example.com',
          attachments: [
            { name: 'saltmarsh.csv', type: 'text/csv', content: btoa('unit,target\nsalt,5\n') },
          ],
        }),
      ]);
      await sendDue(server.db, transport, FROM);
      const list = await (await fetch(`http://127.0.0.1:${pagePort}/`)).text();
      expect(list).toContain('Umsatz größer als Bcc: all@example.com');
      const page = await (await fetch(`http://127.0.0.1:${pagePort}/mails/1`)).text();
      expect(page).toContain('saltmarsh.csv');
      const file = await fetch(`http://127.0.0.1:${pagePort}/mails/1/files/0`);
      expect(await file.text()).toBe('unit,target\nsalt,5\n');
      const raw = await fetch(`http://127.0.0.1:${pagePort}/mails/1/raw`);
      const read = extract(await raw.text());
      expect(read.to).toEqual([{ address: 'mara@example.com', raw: 'mara@example.com' }]);
      expect(read.from).toMatchObject({ name: 'Iron Ladder', address: 'sales@example.com' });
      expect(read.text).toContain('Größe & <b>Maß</b>');
      expect(read.html).toContain('Größe &amp; &lt;b&gt;Maß&lt;/b&gt;');
      expect(read.attachments?.map(({ filename }) => filename)).toEqual(['saltmarsh.csv']);
    } finally {
      transport.close();
      await standIn.stop();
    }
  });
});

describe('invitations and password links', () => {
  it('go by mail where there is a mail server, and their secret is forgotten once they have gone', async () => {
    const invite = (email: string) =>
      people.admin.send('POST', '/accounts', {
        name: 'Petra Lind',
        email,
        role: 'viewer',
        unit: 'salt',
      });
    expect((await invite('petra@example.com')).json().isMailed).toBe(false);
    server.context.settings.mailServer = { url: 'smtp://127.0.0.1:1', sender: FROM.sender };
    try {
      const made = (await invite('petra.lind@example.com')).json();
      expect(made.isMailed).toBe(true);
      const { rows } = await server.db.execute<{ text: string; address: string }>(
        'select text, address from outgoing_mail',
      );
      expect(rows).toHaveLength(1);
      expect(rows[0]!.text).toContain(made.link);
      await sendDue(server.db, new Recorder(), FROM);
      const { rows: after } = await server.db.execute(
        'select text, html, state from outgoing_mail',
      );
      expect(after).toEqual([{ text: null, html: null, state: 'sent' }]);
    } finally {
      server.context.settings.mailServer = null;
    }
  });

  it('a test mail goes to whoever asks', async () => {
    const sent = await people.admin.send('POST', '/mail/test', {});
    expect(sent.json()).toMatchObject({ kind: 'test', address: 'mara@example.com' });
  });
});

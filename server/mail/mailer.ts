import { hostname } from 'node:os';
import type { Context } from '../context';
import { type MailTransport, sendDue } from './send';

const LOOK_EVERY_MS = 1_000;
const CONNECT_WITHIN_MS = 10_000;
const SILENT_AT_MOST_MS = 30_000;

/** The mail server of the settings; loaded when there is one. */
async function openTransport(url: string): Promise<MailTransport> {
  const { createTransport } = await import('nodemailer');
  const { protocol, hostname: host, port, username, password, searchParams } = new URL(url);
  const isImplicit = protocol === 'smtps:';
  return createTransport({
    host,
    port: port ? Number(port) : isImplicit ? 465 : 587,
    secure: isImplicit,
    // A password never goes over a line that anybody can read.
    requireTLS: !isImplicit && (username !== '' || searchParams.get('tls') === 'required'),
    ...(username
      ? { auth: { user: decodeURIComponent(username), pass: decodeURIComponent(password) } }
      : {}),
    connectionTimeout: CONNECT_WITHIN_MS,
    greetingTimeout: CONNECT_WITHIN_MS,
    socketTimeout: SILENT_AT_MOST_MS,
  });
}

/** Sends what is in the outbox as long as the server runs. @returns what stops it */
export function startMailer({ db, replica, settings }: Context): () => void {
  const { mailServer } = settings;
  if (mailServer === null) return () => undefined;
  let isBusy = false;
  let transport: Promise<MailTransport> | null = null;
  const host = settings.publicUrl?.hostname ?? hostname();
  const timer = setInterval(async () => {
    if (isBusy || !replica.connected) return;
    isBusy = true;
    try {
      transport ??= openTransport(mailServer.url);
      while ((await sendDue(db, await transport, { sender: mailServer.sender, host })) > 0);
    } catch {
      // The database is away: what is due stays due.
    } finally {
      isBusy = false;
    }
  }, LOOK_EVERY_MS);
  return () => {
    clearInterval(timer);
    void transport?.then((open) => open.close());
  };
}

import { sql } from 'drizzle-orm';
import type { SendMailOptions } from 'nodemailer';
import type { Database } from '../db/client';
import type { MailAttachment } from '../db/tables/mail';

/** What sends one mail; handed in, so that a test can be the mail server. */
export interface MailTransport {
  sendMail(mail: SendMailOptions): Promise<unknown>;
  close(): void;
}

/** Minutes until it is tried again, after each failure; then it is given up. */
const WAITS_MIN = [1, 5, 15, 60, 120, 240, 480, 720, 1_440];
/** So long another server leaves a mail alone that one has taken: longer than any attempt. */
const LEASE_S = 180;
const AT_A_TIME = 20;
/** A refusal for good: trying again gives the same (RFC 5321, 4.2.1). */
const isRefusal = (error: { responseCode?: number }) =>
  error.responseCode !== undefined && error.responseCode >= 500;

interface DueMail extends Record<string, unknown> {
  id: number;
  key: string;
  kind: string;
  address: string;
  subject: string;
  text: string | null;
  html: string | null;
  attachments: MailAttachment[] | null;
  attempts: number;
}

/**
 * Sends what is due, each taken by one server alone. Taken before it is sent: when a server dies in
 * between it is sent again after the lease, with the same Message-ID, by which the receiving side
 * knows it. @returns how many were tried
 */
export async function sendDue(
  db: Database,
  transport: MailTransport,
  { sender, host }: { sender: string; host: string },
): Promise<number> {
  const { rows } = await db.execute<DueMail>(sql`
    update outgoing_mail set state = 'sending', attempts = attempts + 1, due_at = now() +
      make_interval(secs => ${LEASE_S})
    where id in (select id from outgoing_mail where state in ('waiting', 'sending') and due_at <=
      now() order by due_at, id limit ${AT_A_TIME} for update skip locked)
    returning id, key, kind, address, subject, text, html, attachments, attempts`);
  for (const mail of rows.sort((a, b) => a.id - b.id))
    await sendOne(db, transport, mail, sender, host);
  return rows.length;
}

async function sendOne(
  db: Database,
  transport: MailTransport,
  mail: DueMail,
  sender: string,
  host: string,
): Promise<void> {
  try {
    await transport.sendMail({
      from: sender,
      to: mail.address,
      subject: mail.subject,
      ...(mail.text === null ? {} : { text: mail.text }),
      ...(mail.html === null ? {} : { html: mail.html }),
      messageId: `<${mail.id}.${mail.key.replace(/[^A-Za-z0-9.-]/g, '-')}@${host}>`,
      // Nobody's absence note answers a machine (RFC 3834).
      headers: { 'Auto-Submitted': 'auto-generated' },
      attachments: (mail.attachments ?? []).map(({ name, type, content }) => ({
        filename: name,
        contentType: type,
        content,
        encoding: 'base64',
      })),
    });
  } catch (error) {
    return recordFailure(db, mail, error as Error & { responseCode?: number });
  }
  // What a link of an invitation opens is nobody else's to read later.
  const hasSecret = mail.kind === 'invitation' || mail.kind === 'password';
  await db.execute(sql`update outgoing_mail set state = 'sent', sent_at = now(), error = null
    ${hasSecret ? sql`, text = null, html = null` : sql``} where id = ${mail.id}`);
}

const LONGEST_ERROR = 500;

async function recordFailure(
  db: Database,
  { id, attempts }: DueMail,
  error: Error & { responseCode?: number },
): Promise<void> {
  const wait = isRefusal(error) ? undefined : WAITS_MIN[attempts - 1];
  await db.execute(sql`update outgoing_mail set state = ${wait === undefined ? 'failed' : 'waiting'},
    error = ${error.message.slice(0, LONGEST_ERROR)}, due_at = now() + make_interval(mins => ${wait ?? 0})
    where id = ${id}`);
}

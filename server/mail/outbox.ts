import { sql } from 'drizzle-orm';
import type { MailKind } from '#contract/schemas/mail';
import type { Queryable } from '../db/client';
import type { MailAttachment } from '../db/tables/mail';
import { type Letter, writeHtml, writeText } from './letter';

export interface MailToSend extends Letter {
  /** Of what it tells: the same key is written once, however often it is asked for. */
  key: string;
  kind: MailKind;
  userId: number | null;
  address: string;
  subject: string;
  attachments?: readonly MailAttachment[];
}

/** Of a subject, as RFC 5322 advises for a line (998 octets at most). */
const LONGEST_SUBJECT = 200;

/**
 * Puts mail into the outbox, in the caller's transaction: it goes when, and only when, that is
 * committed. @returns the number of those that were not there yet
 */
export async function queueMail(tx: Queryable, mails: readonly MailToSend[]): Promise<number> {
  let written = 0;
  for (const mail of mails) {
    const { rowCount } = await tx.execute(sql`
      insert into outgoing_mail (key, kind, user_id, address, subject, text, html, attachments)
      values (${mail.key}, ${mail.kind}, ${mail.userId}, ${mail.address},
        ${toSubject(mail.subject)}, ${writeText(mail)}, ${writeHtml(mail)},
        ${mail.attachments ? JSON.stringify(mail.attachments) : null}::jsonb)
      on conflict (key) do nothing`);
    written += rowCount ?? 0;
  }
  return written;
}

/** One line: a line end in a subject would begin another header. */
function toSubject(text: string): string {
  return text.replace(/\s+/g, ' ').trim().slice(0, LONGEST_SUBJECT);
}

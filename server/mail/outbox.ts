import { sql } from 'drizzle-orm';
import type { MailKind } from '#contract/schemas/mail';
import type { Queryable } from '../db/client';
import type { MailAttachment } from '../db/tables/mail';
import { atOnce, type Pace } from '../rest';
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

/** In one statement: rows one by one take several times as long. */
const AT_A_TIME = 5;

/** Of a subject, as RFC 5322 advises for a line (998 octets at most). */
const LONGEST_SUBJECT = 200;

/**
 * Puts mail into the outbox, in the caller's transaction: it goes when, and only when, that is
 * committed. @returns the number of those that were not there yet
 */
export async function queueMail(
  tx: Queryable,
  mails: readonly MailToSend[],
  pace: Pace = atOnce,
): Promise<number> {
  let written = 0;
  for (let at = 0; at < mails.length; at += AT_A_TIME)
    written += await pace(() => write(tx, mails.slice(at, at + AT_A_TIME)));
  return written;
}

async function write(tx: Queryable, mails: readonly MailToSend[]): Promise<number> {
  const column = <T>(pick: (mail: MailToSend) => T) => sql.param(mails.map(pick));
  const { rowCount } = await tx.execute(sql`
    insert into outgoing_mail (key, kind, user_id, address, subject, text, html, attachments)
    select * from unnest(${column(({ key }) => key)}::text[], ${column(({ kind }) => kind)}::text[],
      ${column(({ userId }) => userId)}::int[], ${column(({ address }) => address)}::text[],
      ${column(({ subject }) => toSubject(subject))}::text[], ${column(writeText)}::text[],
      ${column(writeHtml)}::text[],
      ${column(({ attachments }) => (attachments ? JSON.stringify(attachments) : null))}::jsonb[])
    on conflict (key) do nothing`);
  return rowCount ?? 0;
}

/** One line: a line end in a subject would begin another header. */
function toSubject(text: string): string {
  return text.replace(/\s+/g, ' ').trim().slice(0, LONGEST_SUBJECT);
}

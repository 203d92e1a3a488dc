import { type ParsedMail, simpleParser } from 'mailparser';

export interface TakenMail {
  number: number;
  at: Date;
  messageId: string;
  to: string;
  from: string;
  subject: string;
  text: string;
  html: string | null;
  attachments: { name: string; type: string; content: Buffer }[];
  /** As it came over the line. */
  raw: Buffer;
}

const MOST_KEPT = 500;

/**
 * What the mail server has taken, the newest first. The same message sent twice, known by its
 * Message-ID, is one: a sender that did not hear the answer sends it again.
 */
export class MailStore {
  private mails: TakenMail[] = [];
  private count = 0;
  repeated = 0;

  get all(): readonly TakenMail[] {
    return this.mails;
  }

  find(number: number): TakenMail | undefined {
    return this.mails.find((mail) => mail.number === number);
  }

  async take(raw: Buffer): Promise<void> {
    const parsed = await simpleParser(raw);
    const messageId = parsed.messageId ?? '';
    if (messageId !== '' && this.mails.some((mail) => mail.messageId === messageId)) {
      this.repeated++;
      return;
    }
    this.mails.unshift({
      number: ++this.count,
      at: new Date(),
      messageId,
      to: addressesOf(parsed.to),
      from: addressesOf(parsed.from),
      subject: parsed.subject ?? '',
      text: parsed.text ?? '',
      html: parsed.html || null,
      attachments: parsed.attachments.map(({ filename, contentType, content }) => ({
        name: filename ?? 'file',
        type: contentType,
        content,
      })),
      raw,
    });
    this.mails.length = Math.min(this.mails.length, MOST_KEPT);
  }
}

function addressesOf(field: ParsedMail['to'] | ParsedMail['from']): string {
  const all = field === undefined ? [] : Array.isArray(field) ? field : [field];
  return all.map(({ text }) => text).join(', ');
}

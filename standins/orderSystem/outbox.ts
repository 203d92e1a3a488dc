import { createHmac, randomUUID } from 'node:crypto';

/**
 * What is sent: a key that stays the same however often it is sent, and the body as text, because
 * its bytes are signed.
 */
export interface Message {
  key: string;
  body: string;
}

/** How a delivery ended: taken, refused for good, or to be tried again. */
export type Ending = 'taken' | 'refused' | 'again';

export interface Sender {
  post(
    url: string,
    init: { method: 'POST'; headers: Record<string, string>; body: string },
  ): Promise<{ status: number; text(): Promise<string> }>;
  /** Seconds since 1970; handed in, so that a test can set it. */
  now(): number;
}

/** Signs as the open specification Standard Webhooks has it: HMAC-SHA256 over id, time and body. */
export function sign(secret: string, key: string, timestamp: number, body: string): string {
  const bytes = Buffer.from(secret.replace(/^whsec_/, ''), 'base64');
  return `v1,${createHmac('sha256', bytes).update(`${key}.${timestamp}.${body}`).digest('base64')}`;
}

/**
 * Keeps messages until they are taken: an answer that is lost is asked for again with the same key,
 * an order system that was away sends what it kept.
 */
export class Outbox {
  private waiting: Message[] = [];
  private isSending = false;
  /** Away: it keeps what happens, and sends nothing. */
  isAway = false;
  taken = 0;
  refused = 0;
  last: Message | null = null;
  lastAnswer = '';

  constructor(
    private url: string,
    private secret: string,
    private sender: Sender,
  ) {}

  get kept(): number {
    return this.waiting.length;
  }

  add(body: object): void {
    this.waiting.push({ key: randomUUID(), body: JSON.stringify(body) });
  }

  /** Sends what is kept, in order, until all is taken or the other side is not there. */
  async flush(): Promise<void> {
    if (this.isSending || this.isAway) return;
    this.isSending = true;
    try {
      while (this.waiting.length > 0 && !this.isAway) {
        const ending = await this.send(this.waiting[0]!);
        if (ending === 'again') return;
        this.waiting.shift();
      }
    } finally {
      this.isSending = false;
    }
  }

  /** Sends a message once, signed now. */
  async send(message: Message, secret = this.secret): Promise<Ending> {
    const timestamp = this.sender.now();
    const headers = {
      'content-type': 'application/json',
      'webhook-id': message.key,
      'webhook-timestamp': String(timestamp),
      'webhook-signature': sign(secret, message.key, timestamp, message.body),
    };
    this.last = message;
    try {
      const answer = await this.sender.post(this.url, {
        method: 'POST',
        headers,
        body: message.body,
      });
      this.lastAnswer = `${answer.status} ${(await answer.text()).slice(0, 300)}`;
      if (answer.status < 300) this.taken++;
      else if (answer.status !== 409 && answer.status < 500) this.refused++;
      else return 'again';
      return answer.status < 300 ? 'taken' : 'refused';
    } catch (error) {
      this.lastAnswer = `not there: ${(error as Error).message}`;
      return 'again';
    }
  }

  /** Sends the last message once more, with the same key. */
  async repeat(): Promise<Ending | null> {
    return this.last && this.send(this.last);
  }
}

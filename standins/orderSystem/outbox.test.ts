import { Webhook } from 'standardwebhooks';
import { beforeEach, describe, expect, it } from 'vitest';
import { Outbox, sign } from './outbox';

const SECRET = `whsec_${Buffer.from('a secret of enough bytes').toString('base64')}`;

interface Sent {
  key: string;
  timestamp: number;
  body: string;
  signature: string;
}

/** An order system and the other side, which answers as it is told: a status, or nothing at all. */
function build() {
  const sent: Sent[] = [];
  const answers: (number | 'gone')[] = [];
  let clock = 1_000;
  const outbox = new Outbox('http://iron-ladder.example/feed', SECRET, {
    now: () => clock,
    async post(_url, { headers, body }) {
      sent.push({
        key: headers['webhook-id']!,
        timestamp: Number(headers['webhook-timestamp']),
        signature: headers['webhook-signature']!,
        body,
      });
      const answer = answers.shift() ?? 200;
      if (answer === 'gone') throw new Error('connection refused');
      return { status: answer, text: async () => 'answered' };
    },
  });
  return {
    outbox,
    sent,
    answer: (...next: (number | 'gone')[]) => answers.push(...next),
    pass: (seconds: number) => (clock += seconds),
  };
}

describe('an outbox', () => {
  let of: ReturnType<typeof build>;
  beforeEach(() => {
    of = build();
    for (const deal of ['A', 'B', 'C']) of.outbox.add({ deal });
  });
  const bodies = () => of.sent.map((each) => (JSON.parse(each.body) as { deal: string }).deal);

  it('sends what it keeps in the order it happened', async () => {
    await of.outbox.flush();
    expect([bodies(), of.outbox.kept, of.outbox.taken]).toEqual([['A', 'B', 'C'], 0, 3]);
  });

  it.each([
    ['an answer that is lost', 'gone' as const],
    ['trouble on the other side', 503],
    ['a stopped source', 409],
  ])(
    'keeps the rest after %s, and sends the same one first with the same key, signed anew',
    async (_what, trouble) => {
      of.answer(200, trouble);
      await of.outbox.flush();
      expect([bodies(), of.outbox.kept, of.outbox.refused]).toEqual([['A', 'B'], 2, 0]);
      of.pass(600);
      await of.outbox.flush();
      expect([bodies(), of.outbox.kept]).toEqual([['A', 'B', 'B', 'C'], 0]);
      const [, first, again] = of.sent;
      expect(again!.key).toBe(first!.key);
      expect([again!.timestamp - first!.timestamp, again!.signature === first!.signature]).toEqual([
        600,
        false,
      ]);
    },
  );

  it('lets go of what is refused for good, and says so', async () => {
    of.answer(200, 422);
    await of.outbox.flush();
    expect([of.outbox.taken, of.outbox.refused, of.outbox.kept, bodies()]).toEqual([
      2,
      1,
      0,
      ['A', 'B', 'C'],
    ]);
  });

  it('that is away sends nothing, and all of it when it is back', async () => {
    of.outbox.isAway = true;
    await of.outbox.flush();
    expect([of.sent.length, of.outbox.kept]).toEqual([0, 3]);
    of.outbox.isAway = false;
    await of.outbox.flush();
    expect(bodies()).toEqual(['A', 'B', 'C']);
  });

  it('asked twice at once sends each once', async () => {
    await Promise.all([of.outbox.flush(), of.outbox.flush()]);
    expect(bodies()).toEqual(['A', 'B', 'C']);
  });

  it('repeats the last one with its key', async () => {
    expect(await build().outbox.repeat()).toBeNull();
    await of.outbox.flush();
    await of.outbox.repeat();
    expect(of.sent.at(-1)!.key).toBe(of.sent.at(-2)!.key);
  });

  it('signs so that the library of the open specification takes it (Standard Webhooks)', async () => {
    const now = Math.floor(Date.now() / 1_000);
    const body = '{"deal":"Größe"}';
    expect(
      new Webhook(SECRET).verify(body, {
        'webhook-id': 'key',
        'webhook-timestamp': String(now),
        'webhook-signature': sign(SECRET, 'key', now, body),
      }),
    ).toEqual({ deal: 'Größe' });
    expect(() =>
      new Webhook(SECRET).verify(body, {
        'webhook-id': 'other',
        'webhook-timestamp': String(now),
        'webhook-signature': sign(SECRET, 'key', now, body),
      }),
    ).toThrow();
  });
});

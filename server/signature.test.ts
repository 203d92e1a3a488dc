import { Webhook } from 'standardwebhooks';
import { describe, expect, it } from 'vitest';
import { createSigningSecret, hmacOf, isSigned, signDelivery } from './signature';

describe('a signature', () => {
  it.each([
    // RFC 4231, test cases 1, 2 and 6.
    [
      '0b'.repeat(20),
      'Hi There',
      'b0344c61d8db38535ca8afceaf0bf12b881dc200c9833da726e9376c2e32cff7',
    ],
    [
      Buffer.from('Jefe').toString('hex'),
      'what do ya want for nothing?',
      '5bdcc146bf60754e6a042426089575c75a003f089d2739839dec58b964ec3843',
    ],
    [
      'aa'.repeat(131),
      'Test Using Larger Than Block-Size Key - Hash Key First',
      '60e431591ee0b67f0d8a26aacbf5b77f8e0bc6213728c5140546040f0ee37f54',
    ],
  ])('is HMAC-SHA256 by the vectors of RFC 4231 (%#)', (key, content, expected) => {
    expect(Buffer.from(hmacOf(Buffer.from(key, 'hex'), content), 'base64').toString('hex')).toBe(
      expected,
    );
  });

  const secret = createSigningSecret();
  const body = '{"type":"deal.saved","amount":"1,5 € ünd"}';
  const at = new Date('2026-11-18T10:00:00Z');
  const seconds = at.getTime() / 1000;

  it('is what an independent library of the specification makes and takes', () => {
    const theirs = new Webhook(secret);
    expect(theirs.sign('msg_1', at, body)).toBe(
      signDelivery(secret, { id: 'msg_1', timestamp: String(seconds) }, body),
    );
    expect(
      isSigned(
        [secret],
        { id: 'msg_1', timestamp: String(seconds), signature: theirs.sign('msg_1', at, body) },
        body,
        seconds,
      ),
    ).toBe(true);
  });

  it('holds for the present secret and the one before, among several signatures', () => {
    const headers = { id: 'a', timestamp: String(seconds) };
    const [mine, other] = [
      signDelivery(secret, headers, body),
      signDelivery(createSigningSecret(), headers, body),
    ];
    expect(
      isSigned(
        [createSigningSecret(), secret],
        { ...headers, signature: `${other} ${mine}` },
        body,
        seconds,
      ),
    ).toBe(true);
    expect(isSigned([secret], { ...headers, signature: other }, body, seconds)).toBe(false);
  });

  it.each([
    ['another body', {}, `${body} `, 0],
    ['another key', { id: 'b' }, body, 0],
    ['another time', { timestamp: String(seconds + 1) }, body, 0],
    ['an old one', {}, body, 301],
    ['one of the future', {}, body, -301],
    ['no time', { timestamp: 'now' }, body, 0],
    ['an empty one', { signature: '' }, body, 0],
  ])('does not hold for %s', (_case, over, text, late) => {
    const headers = { id: 'a', timestamp: String(seconds) };
    expect(
      isSigned(
        [secret],
        { ...headers, signature: signDelivery(secret, headers, body), ...over },
        text,
        seconds + late,
      ),
    ).toBe(false);
  });
});

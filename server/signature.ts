import { createHmac, randomBytes, timingSafeEqual } from 'node:crypto';

/**
 * As in the open specification Standard Webhooks: what is signed, and how the header is written.
 */
const PREFIX = 'whsec_';
const VERSION = 'v1';
/** A delivery older or newer than this is a replay, or comes from a clock that is wrong. */
const TOLERANCE_SECONDS = 5 * 60;

export function createSigningSecret(): string {
  return PREFIX + randomBytes(32).toString('base64');
}

export interface SignedHeaders {
  id: string;
  timestamp: string;
  signature: string;
}

/** HMAC-SHA256 (RFC 2104) in base64. */
export function hmacOf(key: Buffer, content: string): string {
  return createHmac('sha256', key).update(content).digest('base64');
}

/** The signature of id, time and body. */
export function signDelivery(
  secret: string,
  { id, timestamp }: Pick<SignedHeaders, 'id' | 'timestamp'>,
  body: string,
): string {
  return `${VERSION},${hmacOf(Buffer.from(secret.slice(PREFIX.length), 'base64'), `${id}.${timestamp}.${body}`)}`;
}

/**
 * Whether one of the signatures is of one of the secrets, and the time is near. `nowSeconds` is
 * handed in.
 */
export function isSigned(
  secrets: readonly string[],
  headers: SignedHeaders,
  body: string,
  nowSeconds: number,
): boolean {
  if (
    !/^\d{1,12}$/.test(headers.timestamp) ||
    Math.abs(nowSeconds - Number(headers.timestamp)) > TOLERANCE_SECONDS
  )
    return false;
  const given = headers.signature.split(' ');
  return secrets.some((secret) => {
    const expected = Buffer.from(signDelivery(secret, headers, body));
    return given.some((each) => {
      const bytes = Buffer.from(each);
      return bytes.length === expected.length && timingSafeEqual(bytes, expected);
    });
  });
}

import { createHash, randomBytes } from 'node:crypto';
import { hash, verify } from '@node-rs/argon2';
import { ProblemError } from '../problem';

/** Random text for cookies and tokens: 256 bits, safe in headers. */
export function createSecret(): string {
  return randomBytes(32).toString('base64url');
}

/** What the database keeps of a secret. The secret is random, so a fast hash is enough. */
export function hashSecret(secret: string): string {
  return createHash('sha256').update(secret).digest('base64url');
}

/**
 * So many passwords are hashed at a time; the others wait, so that a list of guesses slows nothing
 * but itself.
 */
const MOST_AT_ONCE = 4;
const MOST_WAITING = 60;
let running = 0;
const waiting: (() => void)[] = [];

async function inTurn<Result>(work: () => Promise<Result>): Promise<Result> {
  if (running >= MOST_AT_ONCE) {
    if (waiting.length >= MOST_WAITING) throw new ProblemError('busy');
    await new Promise<void>((resolve) => waiting.push(resolve));
  }
  running++;
  try {
    return await work();
  } finally {
    running--;
    waiting.shift()?.();
  }
}

/**
 * argon2id with the parameters of OWASP's Password Storage Cheat Sheet (19 MiB, 2 passes, 1 lane;
 * value from memory). @throws ProblemError busy
 */
export function hashPassword(password: string): Promise<string> {
  return inTurn(() => hash(password, { memoryCost: 19_456, timeCost: 2, parallelism: 1 }));
}

/** @throws ProblemError busy */
export function verifyPassword(passwordHash: string, password: string): Promise<boolean> {
  return inTurn(() => verify(passwordHash, password));
}

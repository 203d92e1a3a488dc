import { createHash, randomBytes } from 'node:crypto';
import { hash, verify } from '@node-rs/argon2';

/** Random text for cookies and tokens: 256 bits, safe in headers. */
export function createSecret(): string {
  return randomBytes(32).toString('base64url');
}

/** What the database keeps of a secret. The secret is random, so a fast hash is enough. */
export function hashSecret(secret: string): string {
  return createHash('sha256').update(secret).digest('base64url');
}

/** argon2id with the parameters of OWASP's Password Storage Cheat Sheet (19 MiB, 2 passes, 1 lane; value from memory). */
export function hashPassword(password: string): Promise<string> {
  return hash(password, { memoryCost: 19_456, timeCost: 2, parallelism: 1 });
}

export function verifyPassword(passwordHash: string, password: string): Promise<boolean> {
  return verify(passwordHash, password);
}

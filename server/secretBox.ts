import { createCipheriv, createDecipheriv, randomBytes } from 'node:crypto';

/** Marks a sealed text; another form gets another mark. */
const PREFIX = 'sealed1:';
const [IV_BYTES, TAG_BYTES] = [12, 16];

/**
 * Seals secrets that must be read back, such as those that sign deliveries, with a key that is not
 * in the database.
 */
export interface SecretBox {
  seal(text: string): string;
  /**
   * Opens what was sealed; a text that was not is returned as it is. @throws Error where the key is
   * missing or another one
   */
  open(stored: string): string;
}

/**
 * AES-256-GCM (NIST SP 800-38D) with a random nonce. Without a key texts stay as they are. @param
 * key 32 bytes
 */
export function createSecretBox(key: Buffer | null): SecretBox {
  return {
    seal(text) {
      if (!key) return text;
      const iv = randomBytes(IV_BYTES);
      const cipher = createCipheriv('aes-256-gcm', key, iv);
      const sealed = Buffer.concat([cipher.update(text, 'utf8'), cipher.final()]);
      return PREFIX + Buffer.concat([iv, cipher.getAuthTag(), sealed]).toString('base64');
    },
    open(stored) {
      if (!stored.startsWith(PREFIX)) return stored;
      if (!key)
        throw new Error(
          'A secret in the database is sealed: set IRON_LADDER_SECRET_KEY to the key it was sealed with.',
        );
      const bytes = Buffer.from(stored.slice(PREFIX.length), 'base64');
      const decipher = createDecipheriv('aes-256-gcm', key, bytes.subarray(0, IV_BYTES));
      decipher.setAuthTag(bytes.subarray(IV_BYTES, IV_BYTES + TAG_BYTES));
      return Buffer.concat([
        decipher.update(bytes.subarray(IV_BYTES + TAG_BYTES)),
        decipher.final(),
      ]).toString('utf8');
    },
  };
}

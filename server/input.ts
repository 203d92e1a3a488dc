import type { FieldFault } from '#contract/errors/catalogue';

/** Deeper than any form, and shallow enough to be walked. */
const MOST_DEPTH = 16;

/**
 * What of a request no database, file or log can keep, or nobody could have meant: a NUL, half of a
 * surrogate pair (RFC 8259, 8.2), a value nested too deeply. @returns the first, at its field; null
 * where all is well
 */
export function findBadInput(value: unknown, field = '', depth = 0): FieldFault | null {
  if (typeof value === 'string')
    return hasBadCharacter(value) ? { field: field || 'body', code: 'badText' } : null;
  if (typeof value !== 'object' || value === null) return null;
  if (depth > MOST_DEPTH)
    return { field: field.split('/').slice(0, 3).join('/') || 'body', code: 'tooDeep' };
  for (const [key, each] of Object.entries(value)) {
    const at = field ? `${field}/${key}` : key;
    if (hasBadCharacter(key)) return { field: field || 'body', code: 'badText' };
    const found = findBadInput(each, at, depth + 1);
    if (found) return found;
  }
  return null;
}

/** Almost no text has one of these; only in one that has is it worth to look for pairs. */
const SUSPECT = /[\0\ud800-\udfff]/;

/** Whether the text has a NUL or half of a surrogate pair. */
export function hasBadCharacter(text: string): boolean {
  return SUSPECT.test(text) && (text.includes('\0') || /\p{Surrogate}/u.test(text));
}

/**
 * Marks that turn the direction of text, join it or cannot be seen: two names that look the same
 * would be two (Unicode TR36).
 */
const UNSEEN =
  /[\u0001-\u0008\u000b\u000c\u000e-\u001f\u007f-\u009f\u00ad\u061c\u180e\u200b\u200e\u200f\u202a-\u202e\u2060-\u2069\ufeff\ufff9-\ufffb]/g;

/** Words of printable ASCII with one space between them: nothing to clean. */
const CLEAN = /^[!-~]+(?: [!-~]+)*$/;

/** A name as it is kept: without unseen marks, in Unicode's composed form, with single spaces. */
export function cleanName(text: string): string {
  if (CLEAN.test(text)) return text;
  return text.normalize('NFC').replace(UNSEEN, '').replace(/\s+/g, ' ').trim();
}

/**
 * The one form in which an e-mail is compared and counted: without spaces around it, in Unicode's
 * composed form, in small letters.
 */
export function normalEmail(text: string): string {
  return text
    .normalize('NFKC')
    .replace(/^[\s\u200b-\u200f\u2060\ufeff]+|[\s\u200b-\u200f\u2060\ufeff]+$/g, '')
    .toLowerCase();
}

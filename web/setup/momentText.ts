/**
 * A moment of the API as people read it, in the reader's own time; the API writes "2026-11-27
 * 08:14:05.123+00".
 */
export function momentText(at: string): string {
  const date = new Date(at.replace(' ', 'T').replace(/([+-]\d{2})$/, '$1:00'));
  return date.toLocaleString('en-GB', {
    day: 'numeric',
    month: 'short',
    year: 'numeric',
    hour: '2-digit',
    minute: '2-digit',
  });
}

/** A custom field and what is asked of it: "" for deals without a value. */
export interface CustomFilterPart {
  code: string;
  value: string;
  /** Of FROM..TO, itself included; "" for no bound. A single value is both. */
  from: string;
  to: string;
}

/** Reads `code=value&code=from..to`, each written as in a query (RFC 3986, percent-encoded). */
export function readCustomFilter(text: string): CustomFilterPart[] {
  return text.split('&').flatMap((pair) => {
    if (pair === '') return [];
    const cut = pair.indexOf('=');
    const [code, written] = cut < 0 ? [pair, ''] : [pair.slice(0, cut), pair.slice(cut + 1)];
    const value = decode(written).trim();
    const at = value.indexOf('..');
    const [from, to] = at < 0 ? [value, value] : [value.slice(0, at), value.slice(at + 2)];
    return [{ code: decode(code), value, from: from.trim(), to: to.trim() }];
  });
}

/** What is no percent-encoding stands for itself. */
function decode(text: string): string {
  try {
    return decodeURIComponent(text);
  } catch {
    return text;
  }
}

/** The same filter with another value of one field; null takes it out. */
export function withCustomFilter(text: string, code: string, value: string | null): string {
  const others = readCustomFilter(text).filter((part) => part.code !== code);
  return [...others, ...(value === null ? [] : [{ code, value }])]
    .map((part) => `${encodeURIComponent(part.code)}=${encodeURIComponent(part.value)}`)
    .join('&');
}

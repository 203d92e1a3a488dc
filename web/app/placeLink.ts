const PLACE = ['unit', 'period', 'measure'] as const;

/**
 * Of an address only the place travels between views, not what one view alone understands; `over`
 * names another place.
 */
export function placeLink(
  search: string | URLSearchParams,
  over: Partial<Record<(typeof PLACE)[number], string>> = {},
): string {
  const old = new URLSearchParams(search);
  const kept = new URLSearchParams();
  for (const name of PLACE) {
    const value = over[name] ?? old.get(name);
    if (value) kept.set(name, value);
  }
  return kept.size > 0 ? `?${kept}` : '';
}

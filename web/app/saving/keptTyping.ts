/**
 * What somebody has typed and not saved, in the browser until it is saved or dropped on purpose:
 * through reload, Back, Esc and a lost session.
 */
const PREFIX = 'iron-ladder typed ';
/** Older than this nobody means it any more. */
const LONGEST_MS = 14 * 86_400_000;

interface Kept<Values> {
  at: number;
  values: Values;
}

/** What was typed under a key, and when; null where there is nothing. */
export function loadTyped<Values>(key: string): Kept<Values> | null {
  try {
    const kept = JSON.parse(localStorage.getItem(PREFIX + key) ?? 'null') as Kept<Values> | null;
    return kept && Date.now() - kept.at < LONGEST_MS ? kept : null;
  } catch {
    return null;
  }
}

/** Keeps it; a browser that keeps nothing, or has no room, must not stop whoever types. */
export function saveTyped<Values>(key: string, values: Values): void {
  try {
    localStorage.setItem(
      PREFIX + key,
      JSON.stringify({ at: Date.now(), values } satisfies Kept<Values>),
    );
  } catch {
    // Then a reload loses it, as it would have without.
  }
}

export function dropTyped(key: string): void {
  try {
    localStorage.removeItem(PREFIX + key);
  } catch {
    // Nothing was kept.
  }
}

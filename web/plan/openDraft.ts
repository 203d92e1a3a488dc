/**
 * The draft somebody has open in a year: leaving the view must not make them think that it is gone.
 */
const keyOf = (userId: number | undefined, year: string) =>
  `iron-ladder draft ${userId ?? ''} ${year}`;

/** Null: it was closed on purpose. */
export function rememberDraft(userId: number | undefined, year: string, id: number | null): void {
  try {
    if (id === null) localStorage.removeItem(keyOf(userId, year));
    else localStorage.setItem(keyOf(userId, year), String(id));
  } catch {
    // A browser that keeps nothing: the draft is behind the plan's button.
  }
}

export function findDraft(userId: number | undefined, year: string): number | null {
  try {
    return Number(localStorage.getItem(keyOf(userId, year))) || null;
  } catch {
    return null;
  }
}

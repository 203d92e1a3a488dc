import type { Problem } from '#contract/errors/problem';
import type { DealInput } from '#contract/schemas/deal';
import type { FormValues } from '../form/formValues';

/** A deal that was booked without a connection and waits on this device. */
export interface KeptDeal {
  /** Its Idempotency-Key: sent twice, it is booked once. */
  key: string;
  deal: DealInput & { reason?: string };
  /** As it was typed, for when it is refused. */
  values: FormValues;
  /** When it was kept, by the device's clock, ISO 8601. */
  at: string;
  /** What the server said when it did not take it; null while it waits. */
  refusal: Problem | null;
}

/** More wait for nobody: by then somebody is looking for them. */
export const MOST_KEPT_DEALS = 200;

const nameFor = (userId: number) => `iron-ladder kept deals ${userId}`;
const NONE: readonly KeptDeal[] = [];
const listeners = new Set<() => void>();
let read: { name: string; text: string | null; deals: readonly KeptDeal[] } | null = null;

/** The deals a person has kept here, oldest first; the same list as long as nothing changes. */
export function listKept(userId: number): readonly KeptDeal[] {
  const name = nameFor(userId);
  let text: string | null = null;
  try {
    text = localStorage.getItem(name);
  } catch {
    return NONE;
  }
  if (read?.name === name && read.text === text) return read.deals;
  let deals: readonly KeptDeal[] = NONE;
  try {
    deals = text === null ? NONE : (JSON.parse(text) as KeptDeal[]);
  } catch {
    // Not ours, or cut off: nothing in it can be sent.
  }
  read = { name, text, deals };
  return deals;
}

/**
 * Keeps a deal, or changes one that is kept. @returns false where the browser has no room or keeps
 * nothing: then the form must stay open
 */
export function keepDeal(userId: number, deal: KeptDeal): boolean {
  const others = listKept(userId).filter(({ key }) => key !== deal.key);
  if (others.length >= MOST_KEPT_DEALS) return false;
  return write(
    userId,
    [...others, deal].sort((a, b) => a.at.localeCompare(b.at)),
  );
}

export function dropKept(userId: number, key: string): void {
  write(
    userId,
    listKept(userId).filter((each) => each.key !== key),
  );
}

/** Calls back when the list may have changed, here or in another window. @returns how to stop it */
export function onKeptChange(listener: () => void): () => void {
  listeners.add(listener);
  window.addEventListener('storage', listener);
  return () => {
    listeners.delete(listener);
    window.removeEventListener('storage', listener);
  };
}

function write(userId: number, deals: readonly KeptDeal[]): boolean {
  try {
    if (deals.length === 0) localStorage.removeItem(nameFor(userId));
    else localStorage.setItem(nameFor(userId), JSON.stringify(deals));
  } catch {
    return false;
  }
  for (const listener of listeners) listener();
  return true;
}

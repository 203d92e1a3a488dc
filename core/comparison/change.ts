/** How a figure changed (docs/calculations.md, 10). */
export interface Change {
  /** Null where one of the two is not there. */
  difference: number | null;
  /** 0.114 for +11.4 %; null when there was nothing then: "new", or not available. */
  share: number | null;
  isNew: boolean;
  /**
   * What was there then is less than a tenth of now: the percent is large for that alone, and only
   * the difference says anything (GUARDS 17).
   */
  isLowBase: boolean;
}

const THIN = 10;

/**
 * change = now - then; change % = change / |then|; nothing then is "new" when there is something
 * now, never infinity.
 */
export function changeOf(now: number, then: number): Change & { difference: number };
export function changeOf(now: number | null, then: number | null): Change;
export function changeOf(now: number | null, then: number | null): Change {
  if (now === null || then === null)
    return { difference: null, share: null, isNew: false, isLowBase: false };
  return {
    difference: now - then,
    share: then === 0 ? null : (now - then) / Math.abs(then),
    isNew: then === 0 && now > 0,
    isLowBase: then !== 0 && Math.abs(now) > THIN * Math.abs(then),
  };
}

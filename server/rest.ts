import { setTimeout as wait } from 'node:timers/promises';

/** How work in pieces is gone through, piece by piece. */
export type Pace = <T>(piece: () => Promise<T>) => Promise<T>;

/** For what somebody waits for, and for all in a transaction: it is not to stay open longer. */
export const atOnce: Pace = (piece) => piece();

const LEAST_MS = 4;
/** So many times as long as the work took: then it has a quarter of a processor at most. */
const SHARE = 3;

/**
 * For work that nobody waits for: each piece is followed by a rest in proportion, so that whoever
 * books meanwhile finds server and database free.
 */
export const thenRest: Pace = async (piece) => {
  const began = performance.now();
  const result = await piece();
  await wait(Math.max(LEAST_MS, SHARE * (performance.now() - began)));
  return result;
};

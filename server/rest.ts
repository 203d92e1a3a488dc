import { setTimeout as wait } from 'node:timers/promises';

const LEAST_MS = 4;
/** So many times as long as the work took: then it has a quarter of a processor at most. */
const SHARE = 3;

/**
 * Work that may take its time, in pieces, each followed by a rest in proportion: whoever books
 * meanwhile finds server and database free.
 */
export async function thenRest<T>(work: () => Promise<T>): Promise<T> {
  const began = performance.now();
  const result = await work();
  await wait(Math.max(LEAST_MS, SHARE * (performance.now() - began)));
  return result;
}

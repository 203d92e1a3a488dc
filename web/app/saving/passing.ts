import type { Failure } from '../api';

const PASSING: ReadonlySet<string> = new Set([
  'unreachable',
  'unavailable',
  'outcomeUnknown',
  'busy',
  'diskFull',
  'notSignedIn',
  'csrf',
]);

/** Whether a failure passes by itself, or with signing in again. */
export function isPassing(failure: Failure): boolean {
  return PASSING.has(failure.code);
}

export const waitFor = (ms: number) => new Promise<void>((resolve) => setTimeout(resolve, ms));

import type { FetchBaseQueryError } from '@reduxjs/toolkit/query/react';

/** A question without an answer for so long was lost on its way, and is asked once more. */
export const LONGEST_WAIT_MS = 30_000;

/** The answer of `send`, or of a second try where the first has run out of time. */
export async function askAgain<Answer extends { error?: FetchBaseQueryError }>(
  send: () => Answer | PromiseLike<Answer>,
): Promise<Answer> {
  const answer = await send();
  return answer.error?.status === 'TIMEOUT_ERROR' ? send() : answer;
}

import type pg from 'pg';

const EVERY_MS = 1_500;
const ANSWER_WITHIN_MS = 2_500;

/**
 * Asks the database again and again whether it still answers: a connection to one that hangs, or
 * that a network has dropped without a word, looks like a quiet office. @returns what stops it
 */
export function watchPulse(client: pg.Client, onStill: () => void): () => void {
  let isWaiting = false;
  const timer = setInterval(() => {
    if (isWaiting) return;
    isWaiting = true;
    const late = setTimeout(() => {
      clearInterval(timer);
      onStill();
    }, ANSWER_WITHIN_MS);
    // An error is told by the connection's end.
    void client
      .query('select 1')
      .catch(() => undefined)
      .finally(() => {
        clearTimeout(late);
        isWaiting = false;
      });
  }, EVERY_MS);
  timer.unref();
  return () => clearInterval(timer);
}

/** Each worker has a demo of its own: what one test books, another of that moment does not see. */
export const WORKERS = 2;
export const demoPortOf = (worker: number) => 4511 + 20 * worker;

/** Set by the runner in its workers. */
export const DEMO_PORT = demoPortOf(Number(process.env['TEST_PARALLEL_INDEX'] ?? 0));
/** Of the stand-in that comes with the demo. */
export const ORDER_SYSTEM_PORT = DEMO_PORT + 1;
/** Of the page of the stand-in mail server. */
export const MAIL_PAGE_PORT = DEMO_PORT + 2;
/** Of the stand-in that takes webhooks. */
export const WEBHOOK_PAGE_PORT = DEMO_PORT + 3;
export const EMPTY_PORT = 4520;
/** Answers when all servers do. */
export const READY_PORT = 4510;

export const DEMO_PORT = 4511;
/** Of the stand-in that comes with the demo. */
export const ORDER_SYSTEM_PORT = DEMO_PORT + 1;
/** Of the page of the stand-in mail server. */
export const MAIL_PAGE_PORT = DEMO_PORT + 2;
/** Of the stand-in that takes webhooks. */
export const WEBHOOK_PAGE_PORT = DEMO_PORT + 3;
export const EMPTY_PORT = 4520;

export const DEMO_PORT = 4511;
/** Of the stand-in that comes with the demo. */
export const ORDER_SYSTEM_PORT = DEMO_PORT + 1;
export const EMPTY_PORT = 4514;

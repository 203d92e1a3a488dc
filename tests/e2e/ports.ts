export const DEMO_PORT = 4511;
export const EMPTY_PORT = 4512;

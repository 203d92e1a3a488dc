export { addAccessRoutes, COOKIE, cookieOptions, toMe } from './routes';
export { hashPassword } from './secrets';
export { startSession } from './sessions';
export { buildScope, type Scope } from './scope';
export type { Principal } from './principal';

export { addAccessRoutes, COOKIE, cookieOptions, toMe } from './routes';
export { createSecret, hashPassword, hashSecret } from './secrets';
export { mayDo } from './permissions';
export { startSession } from './sessions';
export { buildScope, type Scope } from './scope';
export type { Principal } from './principal';
